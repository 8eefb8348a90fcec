-- What the customer was told with his keys: frozen when the job is closed.
CREATE TABLE handover (
  job_id uuid PRIMARY KEY REFERENCES job,
  note jsonb NOT NULL,
  made_at timestamptz NOT NULL
);

-- A link leads to a quote, or without one to the handover note of its job.
ALTER TABLE quote_link ADD job_id uuid REFERENCES job;
UPDATE quote_link l SET job_id = q.job_id FROM quote q WHERE q.id = l.quote_id;
ALTER TABLE quote_link ALTER job_id SET NOT NULL, ALTER quote_id DROP NOT NULL;
CREATE INDEX quote_link_job ON quote_link (job_id);
