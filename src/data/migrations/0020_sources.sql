-- What applications name as their source, each once: a search looks here and not into every row. One that no row has any
-- more does no harm.
CREATE TABLE application_source (source text PRIMARY KEY);
INSERT INTO application_source SELECT DISTINCT source FROM application;

CREATE FUNCTION application_has_source() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  INSERT INTO application_source SELECT DISTINCT source FROM written ON CONFLICT DO NOTHING;
  RETURN NULL;
END $$;
CREATE TRIGGER application_has_source AFTER INSERT ON application
  REFERENCING NEW TABLE AS written FOR EACH STATEMENT EXECUTE FUNCTION application_has_source();
CREATE TRIGGER application_has_other_source AFTER UPDATE ON application
  REFERENCING NEW TABLE AS written FOR EACH STATEMENT EXECUTE FUNCTION application_has_source();
