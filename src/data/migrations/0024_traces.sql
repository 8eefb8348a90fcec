-- What was said between a tool and a car, sealed in batches: frames carry PINs, seeds and keys. A trace of a job is sealed with the job's
-- key, one of the bench car with a key of its own.
ALTER TABLE data_key ALTER COLUMN job_id DROP NOT NULL;

CREATE TABLE trace (
  id uuid PRIMARY KEY,
  job_id uuid REFERENCES job,
  platform text NOT NULL,
  link text NOT NULL CHECK (link IN ('can', 'serial')),
  messages integer NOT NULL CHECK (messages >= 0),
  seconds integer NOT NULL CHECK (seconds >= 0),
  data_key_id uuid NOT NULL REFERENCES data_key,
  made_at timestamptz NOT NULL,
  made_by uuid NOT NULL REFERENCES person
);
CREATE INDEX trace_made_at ON trace (made_at) WHERE job_id IS NULL;

CREATE TABLE trace_batch (
  trace_id uuid NOT NULL REFERENCES trace,
  number integer NOT NULL CHECK (number > 0),
  body bytea NOT NULL,
  PRIMARY KEY (trace_id, number)
);
