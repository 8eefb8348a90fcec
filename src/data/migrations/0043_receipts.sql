-- Amounts that were taken for a job. What was noted by mistake is taken back by a line of its own; nothing is rewritten.
CREATE TABLE payment (
  id uuid PRIMARY KEY,
  seq bigint GENERATED ALWAYS AS IDENTITY,
  job_id uuid NOT NULL REFERENCES job,
  how text NOT NULL CHECK (how IN ('cash', 'card', 'transfer', 'account')),
  amount_minor integer NOT NULL CHECK (amount_minor <> 0),
  currency text NOT NULL,
  at timestamptz NOT NULL,
  taken_by uuid NOT NULL REFERENCES person,
  takes_back uuid UNIQUE REFERENCES payment,
  reason text CHECK (length(reason) <= 200),
  CHECK ((takes_back IS NULL) = (amount_minor > 0)),
  CHECK ((takes_back IS NULL) = (reason IS NULL))
);
CREATE INDEX payment_job ON payment (job_id, seq);

-- Receipts without a gap in their numbers, frozen as they were given. A name is not part of one: it stands with the customer.
CREATE TABLE receipt (
  number integer PRIMARY KEY CHECK (number > 0),
  job_id uuid NOT NULL REFERENCES job,
  content jsonb NOT NULL,
  made_at timestamptz NOT NULL,
  made_by uuid NOT NULL REFERENCES person
);
CREATE INDEX receipt_job ON receipt (job_id, number);

-- A job that is opened again may be handed over again: each note stays as it was given.
ALTER TABLE handover DROP CONSTRAINT handover_pkey, ADD PRIMARY KEY (job_id, made_at);

-- Why a closed job was opened again, and how it had been closed.
CREATE TABLE job_reopened (
  job_id uuid NOT NULL REFERENCES job,
  at timestamptz NOT NULL,
  by uuid NOT NULL REFERENCES person,
  outcome text NOT NULL,
  closed_at timestamptz NOT NULL,
  -- Personal: may be blanked.
  reason text,
  PRIMARY KEY (job_id, at)
);

-- What was read of the car itself, beside its papers. Personal: may be blanked.
ALTER TABLE job_authority ADD car_vin text, ADD car_plate text;
CREATE INDEX job_authority_plate ON job_authority (car_plate) WHERE car_plate IS NOT NULL;

-- The job whose key came back.
ALTER TABLE job ADD comeback_of uuid REFERENCES job;
CREATE INDEX job_comeback_of ON job (comeback_of) WHERE comeback_of IS NOT NULL;
