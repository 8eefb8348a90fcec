-- What is asked of the outside: claimed with a lease, called outside of any transaction, stored in a second one.
CREATE TABLE errand (
  -- What its kind needs to know stands in rows of the kind's own under the same id.
  id uuid PRIMARY KEY,
  kind text NOT NULL,
  due_at timestamptz NOT NULL,
  state text NOT NULL CHECK (state IN ('waiting', 'done', 'failed')),
  tries integer NOT NULL DEFAULT 0,
  -- A code, never words of a service: they might quote what was asked.
  last_error text,
  -- Which taking holds it, and until when by the database's clock.
  lease uuid,
  lease_until timestamptz,
  CHECK ((lease IS NULL) = (lease_until IS NULL))
);
CREATE INDEX errand_due ON errand (due_at) WHERE state = 'waiting';

INSERT INTO errand (id, kind, due_at, state)
  SELECT id, 'codeService', ready_at, CASE state WHEN 'waiting' THEN 'waiting' WHEN 'answered' THEN 'done' ELSE 'failed' END
  FROM bureau_enquiry;
ALTER TABLE bureau_enquiry DROP ready_at, ADD FOREIGN KEY (id) REFERENCES errand;
