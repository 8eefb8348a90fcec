-- What the serving role may do. Applied after every migration; `:serving` is its quoted name.
-- Everything is withdrawn first, so that this page is the whole truth.
REVOKE ALL ON ALL TABLES IN SCHEMA public FROM :serving;
REVOKE ALL ON ALL FUNCTIONS IN SCHEMA public FROM :serving;
REVOKE CREATE ON SCHEMA public FROM PUBLIC;
GRANT USAGE ON SCHEMA public TO :serving;
GRANT SELECT ON ALL TABLES IN SCHEMA public TO :serving;
-- An archive says where each sequence stands.
GRANT SELECT ON ALL SEQUENCES IN SCHEMA public TO :serving;

GRANT INSERT, UPDATE ON shop, person, session TO :serving;
GRANT INSERT, UPDATE ON backup TO :serving;
GRANT INSERT, UPDATE, DELETE ON shop_logo, first_hour TO :serving;
GRANT INSERT, UPDATE ON import_columns TO :serving;
-- The shop's lists: loaded now, edited later.
GRANT INSERT ON place, van, tool, tool_cover, tool_right, meter, supplier, supplier_price, dealer, price_book, price_menu,
  own_work, tax_rate, code_service, distance_band, hour_rule, shop_warranty, trade_account, coupon, road_node, road, ferry TO :serving;
GRANT UPDATE, DELETE ON tool, tool_cover, tool_right, meter TO :serving;
GRANT UPDATE ON van TO :serving;
GRANT UPDATE, DELETE ON place TO :serving;
-- A price or a set of rules is closed by a later one, never rewritten; so are accounts and coupons ended.
GRANT UPDATE (valid) ON price_book, tax_rate TO :serving;
GRANT UPDATE (valid, seen_on) ON supplier_price TO :serving;
-- Another currency restates what is sold and charged.
GRANT UPDATE (price_minor, shipping_minor) ON supplier_price TO :serving;
GRANT UPDATE ON dealer, code_service TO :serving;
GRANT DELETE ON dealer, road_node, road, ferry TO :serving;
GRANT UPDATE ON trade_account, coupon TO :serving;
-- The library: brought, corrected and taken out by the people of the shop; code rows only with the world.
GRANT INSERT, UPDATE, DELETE ON :lists, name_word TO :serving;
GRANT INSERT ON application_source, code_row, library_change, stock_movement, conflict_settled TO :serving;
GRANT INSERT, UPDATE ON library_import TO :serving;
GRANT INSERT, DELETE ON import_row TO :serving;
GRANT INSERT, UPDATE, DELETE ON job_observation, job_choice TO :serving;

GRANT INSERT, DELETE ON set_up_code TO :serving;
GRANT INSERT, UPDATE, DELETE ON long_task TO :serving;
GRANT INSERT, UPDATE, DELETE ON attempt_limit, known_device, request_done TO :serving;
GRANT EXECUTE ON FUNCTION audit_append, audit_hash, import_rows_counted TO :serving;

GRANT USAGE ON SEQUENCE job_number, quote_number TO :serving;
GRANT INSERT, UPDATE ON customer, job, job_words, job_authority TO :serving;
GRANT INSERT, UPDATE, DELETE ON job_key, job_identity, job_fact, visit TO :serving;
GRANT INSERT, UPDATE ON quote_terms, key_source, stock_reservation TO :serving;
GRANT INSERT, UPDATE, DELETE ON price_file TO :serving;
GRANT UPDATE ON supplier TO :serving;
GRANT INSERT, UPDATE ON key_label, quote_link, quote_acceptance, quote_message TO :serving;
GRANT INSERT, DELETE ON news_read TO :serving;
-- Money that was taken is taken back by a line of its own; the words of why can be blanked.
GRANT INSERT, UPDATE (reason) ON payment TO :serving;
GRANT INSERT ON receipt TO :serving;
GRANT INSERT, UPDATE (reason) ON job_reopened TO :serving;
-- Appended only: events, history, frozen quotes and what rivals were said to take.
GRANT INSERT ON currency_change, handover, job_photograph, mark_settled, job_event, job_event_refused, job_history, quote, rival_offer TO :serving;

-- The gates and the secrets. An envelope is never changed; a data key is wrapped anew or destroyed.
GRANT INSERT, UPDATE ON job_door_note, job_danger, second_person, program_token, vault_key, data_key, bureau_enquiry, errand TO :serving;
GRANT INSERT ON envelope TO :serving;
GRANT INSERT, DELETE ON sealed_text, text_compared, retention_due TO :serving;
-- What was said is kept as it was, or removed; the trace of a run grows by parts, which are counted.
GRANT INSERT, DELETE ON trace, trace_batch TO :serving;
GRANT UPDATE (messages, seconds) ON trace TO :serving;
-- A run goes on; what it rests on and what happened in it never changes.
GRANT INSERT, UPDATE (last_seq, state, lease, ended_at) ON run TO :serving;
GRANT INSERT ON run_event, run_event_refused, right_use TO :serving;
-- A seal of the audit chain is written and never changed.
GRANT INSERT ON audit_seal TO :serving;
GRANT DELETE ON code_row TO :serving;
