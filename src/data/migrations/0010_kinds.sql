-- Which kinds these columns hold is told by the registries of the core, and applied after the migrations (kind-checks.ts).
ALTER TABLE platform_method DROP CONSTRAINT platform_method_kind_check;
ALTER TABLE tool_cover DROP CONSTRAINT tool_cover_method_check;
ALTER TABLE job DROP CONSTRAINT job_route_check;
