-- What the serving role may do. Applied after every migration; `:serving` is its quoted name.
-- Everything is withdrawn first, so that this page is the whole truth.
REVOKE ALL ON ALL TABLES IN SCHEMA public FROM :serving;
REVOKE ALL ON ALL FUNCTIONS IN SCHEMA public FROM :serving;
REVOKE CREATE ON SCHEMA public FROM PUBLIC;
GRANT USAGE ON SCHEMA public TO :serving;
GRANT SELECT ON ALL TABLES IN SCHEMA public TO :serving;

GRANT INSERT, UPDATE ON shop, person, session TO :serving;
GRANT INSERT, DELETE ON set_up_code TO :serving;
GRANT INSERT, UPDATE, DELETE ON attempt_limit TO :serving;
GRANT EXECUTE ON FUNCTION audit_append, audit_hash TO :serving;
