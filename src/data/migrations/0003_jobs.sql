-- Jobs: what people edit are rows with a version and a history; what happens at the car is a list of events.
CREATE TABLE customer (
  id uuid PRIMARY KEY,
  -- Personal: may be blanked, then blanked_at says when.
  name text,
  phone text,
  created_at timestamptz NOT NULL,
  blanked_at timestamptz
);
CREATE INDEX customer_name_trigrams ON customer USING gin (lower(name) gin_trgm_ops);

CREATE SEQUENCE job_number START 1001;

CREATE TABLE job (
  id uuid PRIMARY KEY,
  number integer NOT NULL UNIQUE DEFAULT nextval('job_number'),
  customer_id uuid NOT NULL REFERENCES customer,
  opened_at timestamptz NOT NULL,
  opened_by uuid NOT NULL REFERENCES person,
  version integer NOT NULL DEFAULT 1,
  -- The call, as told.
  year integer CHECK (year BETWEEN 1950 AND 2100),
  make_id uuid REFERENCES make,
  model_id uuid REFERENCES model,
  car_words text NOT NULL DEFAULT '',
  ignition text CHECK (ignition IN ('turn', 'push')),
  market text,
  vin text CHECK (vin ~ '^[A-HJ-NPR-Z0-9]{17}$'),
  why text CHECK (why IN ('lost', 'stolen', 'spare', 'broken', 'flatCell', 'wornButtons', 'crackedCase', 'brokenLoop')),
  access text CHECK (access IN ('open', 'locked')),
  place_id uuid REFERENCES place,
  distance_km numeric(6, 1) CHECK (distance_km BETWEEN 0 AND 999),
  urgent boolean NOT NULL DEFAULT false,
  wanted_day date,
  wanted_from time,
  wanted_by time,
  -- New keys wanted; the keys themselves stand in job_key.
  keys_wanted integer NOT NULL DEFAULT 1 CHECK (keys_wanted BETWEEN 0 AND 5),
  -- Choices.
  application_id uuid REFERENCES application,
  application_reason text,
  route text CHECK (route IN ('none', 'repair', 'onBoard', 'add', 'aklErase', 'aklAdd')),
  route_reason text,
  van_id uuid REFERENCES van,
  -- The close.
  closed_at timestamptz,
  closed_by uuid REFERENCES person,
  outcome text CHECK (outcome IN ('done', 'partly', 'notDone', 'refused', 'wentElsewhere')),
  difference_reason text,
  CHECK ((closed_at IS NULL) = (outcome IS NULL))
);
CREATE INDEX job_open ON job (number DESC) WHERE closed_at IS NULL;
CREATE INDEX job_customer ON job (customer_id);
CREATE INDEX job_vin_trigrams ON job USING gin (vin gin_trgm_ops);

-- Personal words of a call: may be blanked.
CREATE TABLE job_words (
  job_id uuid PRIMARY KEY REFERENCES job,
  line text,
  place_detail text,
  note text
);

CREATE TABLE job_identity (
  id uuid PRIMARY KEY,
  job_id uuid NOT NULL REFERENCES job,
  known text NOT NULL CHECK (known IN ('yes', 'no', 'untested')),
  UNIQUE (job_id, id)
);

CREATE TABLE job_key (
  id uuid PRIMARY KEY,
  job_id uuid NOT NULL REFERENCES job,
  tag integer NOT NULL CHECK (tag BETWEEN 1 AND 24),
  name text NOT NULL,
  presence text NOT NULL CHECK (presence IN ('here', 'elsewhere', 'lost', 'unknown')),
  rank text NOT NULL CHECK (rank IN ('master', 'valet', 'none', 'unknown')),
  blade text NOT NULL CHECK (blade IN ('good', 'worn', 'broken', 'uncut')),
  faults text[] NOT NULL DEFAULT '{}',
  made_here boolean NOT NULL,
  identity_id uuid,
  UNIQUE (job_id, tag) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY (job_id, identity_id) REFERENCES job_identity (job_id, id) DEFERRABLE INITIALLY DEFERRED
);

-- Facts as found at the car, from the one list of fact kinds.
CREATE TABLE job_fact (
  job_id uuid NOT NULL REFERENCES job,
  kind text NOT NULL,
  value text NOT NULL CHECK (value <> ''),
  found_at timestamptz NOT NULL,
  found_by uuid NOT NULL REFERENCES person,
  PRIMARY KEY (job_id, kind)
);

CREATE TABLE job_authority (
  job_id uuid NOT NULL REFERENCES job,
  stage text NOT NULL CHECK (stage IN ('advance', 'onSite')),
  -- Personal: may be blanked.
  holder_name text,
  identity_document text NOT NULL,
  right_document text NOT NULL,
  how_seen text NOT NULL,
  plate_fits boolean NOT NULL,
  recorded_at timestamptz NOT NULL,
  recorded_by uuid NOT NULL REFERENCES person,
  PRIMARY KEY (job_id, stage)
);

-- One line for each change of a row above; personal fields are named, never quoted.
CREATE TABLE job_history (
  id uuid PRIMARY KEY,
  job_id uuid NOT NULL REFERENCES job,
  version integer NOT NULL,
  at timestamptz NOT NULL,
  actor_kind text NOT NULL,
  actor_id uuid,
  section text NOT NULL,
  changes jsonb NOT NULL
);
CREATE INDEX job_history_job ON job_history (job_id, version);

-- What happened at the car, appended only. The id is the client's, the sequence the server's.
CREATE TABLE job_event (
  job_id uuid NOT NULL REFERENCES job,
  id uuid NOT NULL,
  seq integer NOT NULL CHECK (seq > 0),
  kind text NOT NULL,
  content jsonb NOT NULL,
  actor_kind text NOT NULL,
  actor_id uuid,
  device text NOT NULL,
  device_at timestamptz NOT NULL,
  received_at timestamptz NOT NULL,
  based_on integer NOT NULL CHECK (based_on >= 0),
  PRIMARY KEY (job_id, id),
  UNIQUE (job_id, seq)
);

-- Events that the reducer refused: id, kind and reason, not the content.
CREATE TABLE job_event_refused (
  job_id uuid NOT NULL REFERENCES job,
  id uuid NOT NULL,
  kind text NOT NULL,
  reason text NOT NULL,
  received_at timestamptz NOT NULL,
  actor_kind text NOT NULL,
  actor_id uuid,
  PRIMARY KEY (job_id, id)
);

CREATE SEQUENCE quote_number START 2001;

-- Frozen: what was asked, all that was loaded for it, and what came out.
CREATE TABLE quote (
  id uuid PRIMARY KEY,
  number integer NOT NULL UNIQUE,
  job_id uuid NOT NULL REFERENCES job,
  version integer NOT NULL,
  offered text NOT NULL,
  total_minor integer NOT NULL CHECK (total_minor >= 0),
  currency text NOT NULL,
  valid_until date NOT NULL,
  made_at timestamptz NOT NULL,
  made_by uuid NOT NULL REFERENCES person,
  frozen jsonb NOT NULL,
  UNIQUE (job_id, version)
);
