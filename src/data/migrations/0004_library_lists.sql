-- The library in full: every list a shop can browse, correct, bring and take away; its changes, imports, and the stock.
CREATE TABLE market (
  id uuid PRIMARY KEY,
  name text NOT NULL UNIQUE,
  -- What the market demands of a VIN.
  check_digit text NOT NULL CHECK (check_digit IN ('required', 'optional', 'none')),
  year_place boolean NOT NULL
);
INSERT INTO market SELECT gen_random_uuid(), used.market, 'optional', true FROM (SELECT DISTINCT market FROM generation) used;
ALTER TABLE generation ADD FOREIGN KEY (market) REFERENCES market (name) ON UPDATE CASCADE;

CREATE TABLE maker_id (
  code text PRIMARY KEY CHECK (code ~ '^([A-HJ-NPR-Z0-9]{3}|[A-HJ-NPR-Z0-9]{2}9[A-HJ-NPR-Z0-9]{3})$'),
  make_id uuid NOT NULL REFERENCES make,
  market text NOT NULL REFERENCES market (name) ON UPDATE CASCADE
);

ALTER TABLE model ADD vehicle_class text NOT NULL DEFAULT 'passenger'
  CHECK (vehicle_class IN ('passenger', 'multipurpose', 'lightTruck', 'lorry', 'other'));

ALTER TABLE keyway
  ADD blade_width_mm numeric(5, 2) NOT NULL DEFAULT 8 CHECK (blade_width_mm BETWEEN 2 AND 20),
  ADD first_space_mm numeric(5, 2) CHECK (first_space_mm BETWEEN 0 AND 40),
  ADD spacing_mm numeric(5, 2) CHECK (spacing_mm BETWEEN 0.5 AND 10),
  ADD depth_step_mm numeric(5, 2) CHECK (depth_step_mm BETWEEN 0.1 AND 2),
  ADD macs integer CHECK (macs BETWEEN 1 AND 11),
  ADD pellet boolean NOT NULL DEFAULT false;

CREATE TABLE code_series (
  id uuid PRIMARY KEY,
  name text NOT NULL UNIQUE,
  keyway_id uuid NOT NULL REFERENCES keyway,
  prefix text NOT NULL,
  first integer NOT NULL CHECK (first >= 0),
  count integer NOT NULL CHECK (count BETWEEN 1 AND 200000)
);
-- What opens cars: never shown, exported or searched without authority.
CREATE TABLE code_row (
  series_id uuid NOT NULL REFERENCES code_series,
  number integer NOT NULL,
  bitting text NOT NULL,
  PRIMARY KEY (series_id, number)
);

ALTER TABLE blank ADD seat text NOT NULL DEFAULT 'plain';
ALTER TABLE chip ADD sign text NOT NULL DEFAULT 'none', ADD cloneable boolean NOT NULL DEFAULT false;
ALTER TABLE remote
  ADD badge text NOT NULL DEFAULT '',
  ADD chip text REFERENCES chip,
  ADD layout text[] NOT NULL DEFAULT '{}',
  ADD seat text NOT NULL DEFAULT 'plain',
  ADD retainer text NOT NULL DEFAULT 'screw';

CREATE TABLE equal_article (
  article text NOT NULL REFERENCES remote,
  equal text NOT NULL REFERENCES remote,
  note text,
  PRIMARY KEY (article, equal),
  CHECK (article <> equal)
);

CREATE TABLE universal (
  article text PRIMARY KEY,
  families text[] NOT NULL,
  frequencies_mhz numeric(6, 2)[] NOT NULL,
  layout text[] NOT NULL,
  cell text
);
CREATE TABLE universal_profile (
  universal text NOT NULL REFERENCES universal,
  remote text NOT NULL REFERENCES remote,
  profile text NOT NULL,
  shells text,
  PRIMARY KEY (universal, remote)
);

CREATE TABLE look_alike (
  article text NOT NULL,
  other text NOT NULL,
  tell text NOT NULL,
  consequence text NOT NULL,
  PRIMARY KEY (article, other),
  CHECK (article <> other)
);

ALTER TABLE platform ADD rank text NOT NULL DEFAULT 'none', ADD note text;

CREATE TABLE pocket (
  id uuid PRIMARY KEY,
  name text NOT NULL UNIQUE,
  place text NOT NULL,
  how text NOT NULL
);
INSERT INTO pocket SELECT gen_random_uuid(), used.pocket, used.pocket, 'Key flat against the spot'
  FROM (SELECT DISTINCT pocket FROM application WHERE pocket IS NOT NULL) used;

CREATE TABLE sister (
  model_id uuid NOT NULL REFERENCES model,
  other_id uuid NOT NULL REFERENCES model,
  same boolean NOT NULL,
  note text,
  PRIMARY KEY (model_id, other_id),
  CHECK (model_id <> other_id)
);

-- Where a tool's own list of cars ends.
CREATE TABLE tool_list (
  tool text NOT NULL,
  model_id uuid NOT NULL REFERENCES model,
  to_year integer NOT NULL CHECK (to_year BETWEEN 1950 AND 2100),
  PRIMARY KEY (tool, model_id)
);

ALTER TABLE application
  ADD equipment text,
  ADD made_mark text,
  ADD source text NOT NULL DEFAULT 'First lists',
  ADD certainty numeric(4, 3) NOT NULL DEFAULT 0.9 CHECK (certainty BETWEEN 0.5 AND 0.995),
  -- Facts with a source of their own, as 'chip: 0.97 K-1042 | pocket: 0.9 Handbook'.
  ADD fact_sources text,
  ADD FOREIGN KEY (pocket) REFERENCES pocket (name) ON UPDATE CASCADE;
DROP INDEX application_generation;
CREATE UNIQUE INDEX application_key
  ON application (generation_id, from_year, from_month, ignition, equipment, made_mark) NULLS NOT DISTINCT;

-- Who changed what in the library, when, why and on whose word.
CREATE TABLE library_change (
  id uuid PRIMARY KEY,
  seq bigint GENERATED ALWAYS AS IDENTITY,
  at timestamptz NOT NULL,
  actor_kind text NOT NULL,
  actor_id uuid,
  list text NOT NULL,
  row_id text NOT NULL,
  before jsonb,
  after jsonb,
  source text NOT NULL,
  reason text NOT NULL,
  import_id uuid,
  undoes uuid UNIQUE REFERENCES library_change,
  CHECK (before IS NOT NULL OR after IS NOT NULL)
);
CREATE INDEX library_change_row ON library_change (list, row_id, seq);
CREATE INDEX library_change_seq ON library_change (seq);

-- Conflicts that somebody looked at and left as they are: these jobs are not asked about again.
CREATE TABLE conflict_settled (
  application_id uuid NOT NULL REFERENCES application ON DELETE CASCADE,
  kind text NOT NULL,
  job_id uuid NOT NULL REFERENCES job,
  reason text NOT NULL,
  at timestamptz NOT NULL,
  by_id uuid NOT NULL REFERENCES person,
  PRIMARY KEY (application_id, kind, job_id)
);

CREATE TABLE library_import (
  id uuid PRIMARY KEY,
  list text NOT NULL,
  file_name text NOT NULL,
  state text NOT NULL CHECK (state IN ('reading', 'read', 'storing', 'stored', 'refused', 'cancelled', 'failed')),
  rows_done integer NOT NULL DEFAULT 0,
  rows_total integer,
  preview jsonb,
  started_at timestamptz NOT NULL,
  started_by uuid NOT NULL REFERENCES person,
  ended_at timestamptz,
  -- The connection at work, so that another server can end it.
  backend integer
);
CREATE INDEX library_import_started ON library_import (started_at);

-- Rows read from a file and not yet stored, as text in the order of the list's columns. Lost in a crash, on purpose.
CREATE UNLOGGED TABLE import_row (
  import_id uuid NOT NULL,
  list text NOT NULL,
  line integer NOT NULL,
  id text NOT NULL,
  c1 text, c2 text, c3 text, c4 text, c5 text, c6 text, c7 text, c8 text, c9 text, c10 text,
  c11 text, c12 text, c13 text, c14 text, c15 text, c16 text, c17 text, c18 text, c19 text, c20 text
);
CREATE INDEX import_row_import ON import_row (import_id, list, line);

-- Tells the planner how many rows are staged, so that it streams them past the small tables in the order of the file.
-- Only an owner may analyse.
CREATE FUNCTION import_rows_counted() RETURNS void LANGUAGE plpgsql SECURITY DEFINER SET search_path = public AS $$
BEGIN
  ANALYZE import_row (import_id, list, line);
END $$;
REVOKE ALL ON FUNCTION import_rows_counted FROM PUBLIC;

-- What came to, left or was counted at a place; the stock is the sum.
CREATE TABLE stock_movement (
  id uuid PRIMARY KEY,
  seq bigint GENERATED ALWAYS AS IDENTITY,
  at timestamptz NOT NULL,
  -- Null is the workshop.
  van_id uuid REFERENCES van,
  article text NOT NULL,
  state text NOT NULL CHECK (state IN ('new', 'reset, proved', 'used, not proved reset', 'faulty')),
  quantity integer NOT NULL CHECK (quantity <> 0),
  reason text NOT NULL CHECK (reason IN ('opening', 'arrived', 'used', 'moved', 'returned', 'counted', 'scrapped')),
  note text,
  job_id uuid REFERENCES job,
  actor_kind text NOT NULL,
  actor_id uuid
);
CREATE INDEX stock_movement_article ON stock_movement (article, van_id);

-- Answers to questions asked to identify the car of a job.
CREATE TABLE job_observation (
  job_id uuid NOT NULL REFERENCES job,
  kind text NOT NULL,
  answer text NOT NULL CHECK (answer IN ('seen', 'cannotTell', 'skipped')),
  value text CHECK ((value IS NOT NULL) = (answer = 'seen')),
  reliability numeric(4, 3) CHECK (reliability BETWEEN 0.5 AND 0.995),
  at timestamptz NOT NULL,
  by_id uuid NOT NULL REFERENCES person,
  PRIMARY KEY (job_id, kind)
);

CREATE INDEX job_application ON job (application_id) WHERE closed_at IS NOT NULL;
-- Words of names by their beginnings, whatever the order of the database's language.
CREATE INDEX name_word_begins ON name_word (word COLLATE "C");
-- Totals closer than this count as one price when a car is identified.
ALTER TABLE shop ADD price_class_minor integer NOT NULL DEFAULT 2500 CHECK (price_class_minor > 0);
-- Lists are paged by their keys, in the order of the signs.
CREATE INDEX make_name_order ON make (name COLLATE "C");
CREATE INDEX model_make ON model (make_id);
CREATE INDEX generation_model ON generation (model_id);

-- What an application names is checked once for each statement and not once for each row: an import of 200,000 rows would
-- spend most of its time on six foreign keys. Both sides meet on one lock, so that neither can slip past the other.
ALTER TABLE application
  DROP CONSTRAINT application_generation_id_fkey,
  DROP CONSTRAINT application_blank_fkey,
  DROP CONSTRAINT application_chip_fkey,
  DROP CONSTRAINT application_remote_fkey,
  DROP CONSTRAINT application_platform_id_fkey,
  DROP CONSTRAINT application_pocket_fkey;

CREATE FUNCTION application_names_something() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM pg_advisory_xact_lock_shared(hashtext('what applications name'));
  IF EXISTS (
    SELECT FROM written w
      LEFT JOIN generation g ON g.id = w.generation_id
      LEFT JOIN platform p ON p.id = w.platform_id
      LEFT JOIN blank b ON b.article = w.blank
      LEFT JOIN chip c ON c.article = w.chip
      LEFT JOIN remote r ON r.article = w.remote
      LEFT JOIN pocket k ON k.name = w.pocket
    WHERE g.id IS NULL OR p.id IS NULL OR b.article IS NULL OR (c.article IS NULL AND w.chip IS NOT NULL)
      OR (r.article IS NULL AND w.remote IS NOT NULL) OR (k.name IS NULL AND w.pocket IS NOT NULL))
  THEN
    RAISE EXCEPTION 'an application names something that is not there' USING ERRCODE = 'foreign_key_violation';
  END IF;
  RETURN NULL;
END $$;
CREATE TRIGGER application_names_something AFTER INSERT ON application
  REFERENCING NEW TABLE AS written FOR EACH STATEMENT EXECUTE FUNCTION application_names_something();
CREATE TRIGGER application_still_names_something AFTER UPDATE ON application
  REFERENCING NEW TABLE AS written FOR EACH STATEMENT EXECUTE FUNCTION application_names_something();

-- The other side; arguments: the column of the application, and that of the table.
CREATE FUNCTION named_by_no_application() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  named boolean;
BEGIN
  PERFORM pg_advisory_xact_lock(hashtext('what applications name'));
  EXECUTE format('SELECT EXISTS (SELECT FROM application WHERE %1$I IN (SELECT %2$I FROM gone)
    AND %1$I NOT IN (SELECT %2$I FROM %3$I))', TG_ARGV[0], TG_ARGV[1], TG_TABLE_NAME) INTO named;
  IF named THEN
    RAISE EXCEPTION 'an application names this' USING ERRCODE = 'foreign_key_violation';
  END IF;
  RETURN NULL;
END $$;

-- A pocket that is renamed keeps its applications.
CREATE FUNCTION pocket_renamed() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM pg_advisory_xact_lock(hashtext('what applications name'));
  UPDATE application SET pocket = now_named.name
    FROM gone JOIN now_named ON now_named.id = gone.id AND now_named.name <> gone.name WHERE application.pocket = gone.name;
  RETURN NULL;
END $$;
CREATE TRIGGER pocket_renamed AFTER UPDATE ON pocket
  REFERENCING OLD TABLE AS gone NEW TABLE AS now_named FOR EACH STATEMENT EXECUTE FUNCTION pocket_renamed();

DO $$
DECLARE
  named record;
BEGIN
  FOR named IN SELECT * FROM (VALUES ('generation', 'generation_id', 'id'), ('platform', 'platform_id', 'id'),
    ('blank', 'blank', 'article'), ('chip', 'chip', 'article'), ('remote', 'remote', 'article'), ('pocket', 'pocket', 'name'))
    AS names (other, own_column, other_column)
  LOOP
    EXECUTE format('CREATE TRIGGER named_by_no_application AFTER DELETE ON %I REFERENCING OLD TABLE AS gone
      FOR EACH STATEMENT EXECUTE FUNCTION named_by_no_application(%L, %L)', named.other, named.own_column, named.other_column);
    IF named.other <> 'pocket' THEN
      EXECUTE format('CREATE TRIGGER still_named AFTER UPDATE ON %I REFERENCING OLD TABLE AS gone
        FOR EACH STATEMENT EXECUTE FUNCTION named_by_no_application(%L, %L)', named.other, named.own_column, named.other_column);
    END IF;
  END LOOP;
END $$;
