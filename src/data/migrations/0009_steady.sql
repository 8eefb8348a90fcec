-- When an import last gave a sign of life, by the database's own clock: liveness, no business time.
ALTER TABLE library_import ADD seen_at timestamptz NOT NULL DEFAULT clock_timestamp();
CREATE INDEX library_import_open ON library_import (seen_at) WHERE state IN ('reading', 'storing');

-- Rows of a series come by hundreds of thousands through COPY, which cannot say the series on each line.
ALTER TABLE code_row ALTER series_id SET DEFAULT nullif(current_setting('kilnsman.series', true), '')::uuid;

-- What a text of somebody who may not see the secrets held of them, as it was typed. The text itself says '⟦sealed 3⟧'.
CREATE TABLE sealed_text (
  job_id uuid NOT NULL REFERENCES job,
  number integer NOT NULL CHECK (number > 0),
  -- The person or the customer's link that wrote it, and reads it as it was written.
  writer_id uuid NOT NULL,
  data_key_id uuid NOT NULL REFERENCES data_key,
  body bytea NOT NULL,
  sealed_at timestamptz NOT NULL,
  PRIMARY KEY (job_id, number)
);

-- Texts that were held against the secrets of a job, whether they held one or not.
CREATE TABLE text_compared (
  job_id uuid NOT NULL REFERENCES job,
  writer_id uuid NOT NULL,
  at timestamptz NOT NULL,
  texts integer NOT NULL CHECK (texts > 0)
);
CREATE INDEX text_compared_writer ON text_compared (job_id, writer_id, at);

-- Devices on which a person has signed in: guesses from elsewhere do not keep them out.
CREATE TABLE known_device (
  token_hash bytea NOT NULL,
  person_id uuid NOT NULL REFERENCES person,
  made_at timestamptz NOT NULL,
  seen_at timestamptz NOT NULL,
  PRIMARY KEY (token_hash, person_id)
);

-- Jobs whose period was over at a look of the retention; only a later look, a day on, destroys. Both clocks are kept.
CREATE TABLE retention_due (
  job_id uuid NOT NULL REFERENCES job,
  what text NOT NULL CHECK (what IN ('secrets', 'personal')),
  seen_at timestamptz NOT NULL,
  seen_by_database_at timestamptz NOT NULL,
  PRIMARY KEY (job_id, what)
);

-- The head of the audit chain as it stood, under a key that is not in this database.
CREATE TABLE audit_seal (
  seq bigint NOT NULL,
  hash bytea NOT NULL,
  key_id text NOT NULL,
  mac bytea NOT NULL,
  sealed_at timestamptz NOT NULL,
  PRIMARY KEY (seq, key_id)
);
