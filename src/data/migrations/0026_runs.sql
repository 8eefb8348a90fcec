-- A run of a procedure at the car: what it rests on, kept from its start, and what happened in it, appended only.
CREATE TABLE run (
  id uuid PRIMARY KEY,
  job_id uuid NOT NULL REFERENCES job,
  -- The procedures, keys and waits as they stood when it began: what the library says later does not change it.
  basis jsonb NOT NULL,
  started_at timestamptz NOT NULL,
  started_by uuid NOT NULL REFERENCES person,
  last_seq integer NOT NULL DEFAULT 0 CHECK (last_seq >= 0),
  -- The fold of its events up to last_seq; it can be made again from them.
  state jsonb NOT NULL,
  -- Who drives it and until when, by the database's clock: liveness, and no record.
  lease jsonb,
  ended_at timestamptz
);
CREATE INDEX run_job ON run (job_id, started_at);
CREATE UNIQUE INDEX run_open ON run (job_id) WHERE ended_at IS NULL;

CREATE TABLE run_event (
  run_id uuid NOT NULL REFERENCES run,
  id uuid NOT NULL,
  seq integer NOT NULL CHECK (seq > 0),
  kind text NOT NULL,
  content jsonb NOT NULL,
  actor_id uuid NOT NULL REFERENCES person,
  -- The id that a device keeps of itself.
  device uuid NOT NULL,
  device_at timestamptz NOT NULL,
  received_at timestamptz NOT NULL,
  PRIMARY KEY (run_id, id),
  UNIQUE (run_id, seq)
);

-- A use of a licence whose uses are counted, under the id of the event that used it up.
CREATE TABLE right_use (
  id uuid PRIMARY KEY,
  run_id uuid NOT NULL REFERENCES run,
  job_id uuid NOT NULL REFERENCES job,
  van_id uuid NOT NULL REFERENCES van,
  name text NOT NULL,
  use_minor integer CHECK (use_minor >= 0),
  used_at timestamptz NOT NULL,
  used_by uuid NOT NULL REFERENCES person
);
CREATE INDEX right_use_job ON right_use (job_id);

-- Events that were refused: id, kind and reason, not the content.
CREATE TABLE run_event_refused (
  run_id uuid NOT NULL REFERENCES run,
  id uuid NOT NULL,
  kind text NOT NULL,
  reason text NOT NULL,
  received_at timestamptz NOT NULL,
  actor_id uuid NOT NULL REFERENCES person,
  PRIMARY KEY (run_id, id)
);
