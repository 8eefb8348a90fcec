-- How to talk to a car, as documents; what may be behind a step that goes wrong, and where to look for it.
CREATE TABLE procedure (
  name text PRIMARY KEY,
  version integer NOT NULL CHECK (version > 0),
  body json NOT NULL CHECK (json_typeof(body) = 'object'),
  source text NOT NULL,
  certainty numeric(4, 3) NOT NULL CHECK (certainty BETWEEN 0.5 AND 0.995)
);

CREATE TABLE cause (
  name text PRIMARY KEY,
  says text NOT NULL,
  remedy text NOT NULL
);

CREATE TABLE look (
  name text PRIMARY KEY,
  asks text NOT NULL,
  seconds numeric(6, 1) NOT NULL CHECK (seconds > 0),
  otherwise numeric(4, 3) NOT NULL CHECK (otherwise > 0 AND otherwise <= 0.5)
);

CREATE TABLE look_tell (
  look text NOT NULL REFERENCES look ON UPDATE CASCADE,
  cause text NOT NULL REFERENCES cause ON UPDATE CASCADE,
  chance numeric(4, 3) NOT NULL CHECK (chance > 0 AND chance < 1),
  PRIMARY KEY (look, cause)
);

-- Which procedure leads through a way, and what it is filled in with.
ALTER TABLE platform_method
  ADD COLUMN procedure text REFERENCES procedure ON UPDATE CASCADE,
  ADD COLUMN arguments text,
  ADD CHECK (arguments IS NULL OR procedure IS NOT NULL);

-- Every version of any document that ever stood: a number stands for one content.
CREATE FUNCTION keep_document_version(its_kind text, its_name text, its_version integer, its_body json) RETURNS void
LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
BEGIN
  INSERT INTO document_version (kind, name, version, body) VALUES (its_kind, its_name, its_version, its_body)
  ON CONFLICT (kind, name, version) DO NOTHING;
  IF (SELECT body::text FROM document_version WHERE kind = its_kind AND name = its_name AND version = its_version)
     <> its_body::text THEN
    RAISE EXCEPTION 'this version stands for another content' USING ERRCODE = 'KM001';
  END IF;
END $$;
REVOKE EXECUTE ON FUNCTION keep_document_version FROM PUBLIC;

CREATE OR REPLACE FUNCTION document_version_kept() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
BEGIN
  PERFORM keep_document_version('behaviour', (SELECT name FROM platform WHERE id = NEW.platform_id), NEW.version, NEW.body);
  RETURN NEW;
END $$;

CREATE FUNCTION procedure_version_kept() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
BEGIN
  PERFORM keep_document_version('procedure', NEW.name, NEW.version, NEW.body);
  RETURN NEW;
END $$;
CREATE TRIGGER procedure_version_kept BEFORE INSERT OR UPDATE ON procedure
  FOR EACH ROW EXECUTE FUNCTION procedure_version_kept();
