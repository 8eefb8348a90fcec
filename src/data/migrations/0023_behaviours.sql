-- How the cars of a platform behave, as documents. Each is kept as it was written, so that its text can be compared.
CREATE TABLE behaviour (
  platform_id uuid PRIMARY KEY REFERENCES platform,
  version integer NOT NULL CHECK (version > 0),
  body json NOT NULL CHECK (json_typeof(body) = 'object'),
  source text NOT NULL,
  certainty numeric(4, 3) NOT NULL CHECK (certainty BETWEEN 0.5 AND 0.995)
);

-- Every version that ever stood: a number stands for one content, so that what began with it can go on with it.
CREATE TABLE document_version (
  kind text NOT NULL,
  name text NOT NULL,
  version integer NOT NULL,
  body json NOT NULL,
  PRIMARY KEY (kind, name, version)
);

CREATE FUNCTION document_version_kept() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
DECLARE
  its_name text := (SELECT name FROM platform WHERE id = NEW.platform_id);
BEGIN
  INSERT INTO document_version (kind, name, version, body) VALUES ('behaviour', its_name, NEW.version, NEW.body)
  ON CONFLICT (kind, name, version) DO NOTHING;
  IF (SELECT body::text FROM document_version WHERE kind = 'behaviour' AND name = its_name AND version = NEW.version)
     <> NEW.body::text THEN
    RAISE EXCEPTION 'this version stands for another content' USING ERRCODE = 'KM001';
  END IF;
  RETURN NEW;
END $$;
CREATE TRIGGER document_version_kept BEFORE INSERT OR UPDATE ON behaviour
  FOR EACH ROW EXECUTE FUNCTION document_version_kept();
