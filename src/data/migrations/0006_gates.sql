-- Who may do what: authority in two stages, second persons, tokens, locked sessions; and the secrets behind the gates.
ALTER TABLE job_authority
  -- The last characters of the documents' numbers, never more.
  ADD identity_last text CHECK (identity_last ~ '^[0-9A-Z]{0,4}$'),
  ADD right_last text CHECK (right_last ~ '^[0-9A-Z]{0,4}$'),
  ADD person_fits boolean NOT NULL DEFAULT true,
  -- Personal: may be blanked.
  ADD witness text,
  ADD place text,
  -- Strokes as 'x,y x,y;x,y …' in a box of 600 by 200; personal.
  ADD signature text,
  ADD signed_on_paper boolean NOT NULL DEFAULT false;

-- Agreed and noted before a door is opened whose papers lie inside.
CREATE TABLE job_door_note (
  job_id uuid PRIMARY KEY REFERENCES job,
  -- Personal: may be blanked.
  asked_by text,
  plate text,
  said text,
  noted_at timestamptz NOT NULL,
  noted_by uuid NOT NULL REFERENCES person
);

-- Danger to life: opens the door; the record is asked for afterwards.
CREATE TABLE job_danger (
  job_id uuid PRIMARY KEY REFERENCES job,
  begun_at timestamptz NOT NULL,
  begun_by uuid NOT NULL REFERENCES person,
  -- Personal: may be blanked.
  record text,
  recorded_at timestamptz
);

CREATE TABLE second_person (
  id uuid PRIMARY KEY,
  job_id uuid NOT NULL REFERENCES job,
  trainee_id uuid NOT NULL REFERENCES person,
  second_id uuid NOT NULL REFERENCES person,
  from_at timestamptz NOT NULL,
  until_at timestamptz NOT NULL,
  ended_at timestamptz,
  CHECK (trainee_id <> second_id)
);
CREATE INDEX second_person_job ON second_person (job_id, trainee_id);

ALTER TABLE shop
  ADD licence text NOT NULL DEFAULT '',
  ADD identity_accepted text[] NOT NULL DEFAULT '{license,passport,identityCard}',
  ADD right_accepted text[] NOT NULL DEFAULT '{registration,insurance,fleetLetter,order}',
  ADD witness_rule text NOT NULL DEFAULT 'never' CHECK (witness_rule IN ('never', 'keysGone', 'always')),
  ADD forms text NOT NULL DEFAULT '',
  ADD secret_days integer NOT NULL DEFAULT 90 CHECK (secret_days BETWEEN 1 AND 3650),
  ADD personal_days integer NOT NULL DEFAULT 730 CHECK (personal_days BETWEEN 1 AND 7300),
  ADD lock_minutes integer NOT NULL DEFAULT 15 CHECK (lock_minutes BETWEEN 1 AND 240),
  ADD CHECK (personal_days >= secret_days);

ALTER TABLE session ADD locked_at timestamptz;

CREATE TABLE program_token (
  id uuid PRIMARY KEY,
  name text NOT NULL CHECK (name <> ''),
  token_hash bytea NOT NULL UNIQUE,
  role text NOT NULL CHECK (role IN ('proprietor', 'locksmith', 'trainee')),
  scopes text[] NOT NULL CHECK (cardinality(scopes) > 0),
  made_by uuid NOT NULL REFERENCES person,
  made_at timestamptz NOT NULL,
  expires_at timestamptz NOT NULL,
  ended_at timestamptz,
  used_at timestamptz
);

-- Fingerprints of vault keys: one is current; while keys are being changed one is next.
CREATE TABLE vault_key (
  fingerprint text PRIMARY KEY,
  state text NOT NULL CHECK (state IN ('current', 'next', 'past')),
  made_at timestamptz NOT NULL
);
CREATE UNIQUE INDEX vault_key_one ON vault_key (state) WHERE state IN ('current', 'next');

-- The key of a job's envelopes, wrapped by the vault key. Destroyed means gone: the envelopes stay and cannot be read.
CREATE TABLE data_key (
  id uuid PRIMARY KEY,
  job_id uuid NOT NULL UNIQUE REFERENCES job,
  fingerprint text NOT NULL REFERENCES vault_key,
  wrapped bytea,
  made_at timestamptz NOT NULL,
  destroyed_at timestamptz,
  CHECK ((wrapped IS NULL) = (destroyed_at IS NOT NULL))
);
CREATE INDEX data_key_fingerprint ON data_key (fingerprint) WHERE wrapped IS NOT NULL;

-- What opens cars, sealed; everything else holds references to it.
CREATE TABLE envelope (
  id uuid PRIMARY KEY,
  job_id uuid NOT NULL REFERENCES job,
  data_key_id uuid NOT NULL REFERENCES data_key,
  number integer NOT NULL CHECK (number > 0),
  kind text NOT NULL CHECK (kind IN ('keyCode', 'bitting', 'pin', 'keyData')),
  source text NOT NULL,
  body bytea NOT NULL,
  made_at timestamptz NOT NULL,
  made_by uuid NOT NULL REFERENCES person,
  UNIQUE (job_id, number)
);

CREATE TABLE bureau_enquiry (
  id uuid PRIMARY KEY,
  job_id uuid NOT NULL REFERENCES job,
  kind text NOT NULL REFERENCES bureau_service,
  -- The code whose bitting is asked for, by reference.
  about uuid REFERENCES envelope,
  fee_minor integer NOT NULL CHECK (fee_minor >= 0),
  asked_at timestamptz NOT NULL,
  asked_by uuid NOT NULL REFERENCES person,
  ready_at timestamptz NOT NULL,
  state text NOT NULL CHECK (state IN ('waiting', 'answered', 'failed')),
  failure text,
  envelope_id uuid REFERENCES envelope
);
CREATE INDEX bureau_enquiry_job ON bureau_enquiry (job_id, asked_at);

CREATE INDEX audit_line_subject ON audit_line (subject_id, seq);
CREATE INDEX job_closed ON job (closed_at) WHERE closed_at IS NOT NULL;
