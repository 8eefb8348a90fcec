-- What callers say beside the car: years they doubt between, somebody shut in, a used key that would do.
ALTER TABLE job
  ADD year_to smallint CHECK (year_to BETWEEN 1950 AND 2100),
  ADD danger boolean NOT NULL DEFAULT false,
  ADD used boolean NOT NULL DEFAULT false,
  ADD CHECK (year_to IS NULL OR year_to > year),
  DROP CONSTRAINT job_why_check;

-- What another currency was worth when the shop turned to it: what was paid before is restated by it and stays as it was.
CREATE TABLE currency_change (
  seq bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  at timestamptz NOT NULL,
  from_currency text NOT NULL CHECK (length(from_currency) = 3),
  to_currency text NOT NULL CHECK (length(to_currency) = 3),
  factor numeric NOT NULL CHECK (factor > 0)
);

-- Where a dealer stands on the roads: a tow goes from the car to him.
ALTER TABLE franchise_desk ADD place text;

-- The hour by which a supplier's parcels are here.
ALTER TABLE supplier ADD delivers_by time NOT NULL DEFAULT '12:00';
