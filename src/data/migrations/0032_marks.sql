-- A run keeps what was marked at its steps.
UPDATE run SET state = state || '{"marks": []}' WHERE NOT state ? 'marks';

-- Marks of runs that say a text of the library is wrong, or a step takes long, once somebody has seen to them.
CREATE TABLE mark_settled (
  run_id uuid NOT NULL,
  event_id uuid NOT NULL,
  settled_at timestamptz NOT NULL,
  settled_by uuid NOT NULL REFERENCES person,
  PRIMARY KEY (run_id, event_id),
  FOREIGN KEY (run_id, event_id) REFERENCES run_event
);

-- Photographs of a job, sealed with its data key: they go when that goes.
CREATE TABLE job_photograph (
  id uuid PRIMARY KEY,
  job_id uuid NOT NULL REFERENCES job,
  run_id uuid REFERENCES run,
  data_key_id uuid NOT NULL REFERENCES data_key,
  body bytea NOT NULL,
  type text NOT NULL CHECK (type IN ('image/jpeg', 'image/png')),
  of text NOT NULL,
  taken_at timestamptz NOT NULL,
  person_id uuid NOT NULL REFERENCES person
);
CREATE INDEX job_photograph_job ON job_photograph (job_id, taken_at);
