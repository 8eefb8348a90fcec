-- Which kinds these columns hold is told by the registries of the core, and applied after the migrations (kind-checks.ts).
ALTER TABLE platform_method DROP CONSTRAINT platform_method_kind_check;
ALTER TABLE tool_cover DROP CONSTRAINT tool_cover_method_check;
ALTER TABLE job DROP CONSTRAINT job_route_check;

-- Cells of a staged row in the order of its list's columns: a list may have any number of them.
ALTER TABLE import_row ADD cells text[];
UPDATE import_row SET cells = ARRAY[c1, c2, c3, c4, c5, c6, c7, c8, c9, c10, c11, c12, c13,
  c14, c15, c16, c17, c18, c19, c20];
ALTER TABLE import_row
  ALTER cells SET NOT NULL,
  DROP c1, DROP c2, DROP c3, DROP c4, DROP c5, DROP c6, DROP c7, DROP c8, DROP c9, DROP c10,
  DROP c11, DROP c12, DROP c13, DROP c14, DROP c15, DROP c16, DROP c17, DROP c18, DROP c19, DROP c20;
