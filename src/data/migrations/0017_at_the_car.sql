-- What secrets a job may have is said by the program's list of kinds, which is applied after the migrations.
ALTER TABLE envelope DROP CONSTRAINT envelope_kind_check;

-- The ladder of a pellet, step by step; what holds for all of its steps stands with the platform.
CREATE TABLE pellet_step (
  id uuid PRIMARY KEY,
  platform_id uuid NOT NULL REFERENCES platform ON DELETE CASCADE,
  step smallint NOT NULL CHECK (step BETWEEN 1 AND 40),
  ohms numeric(12, 2) NOT NULL CHECK (ohms > 0),
  from_year smallint,
  to_year smallint,
  -- Null where blades of every profile have it.
  profile text,
  replaced_by smallint CHECK (replaced_by BETWEEN 1 AND 40 AND replaced_by <> step),
  replaced_from_year smallint,
  replaced_to_year smallint,
  CHECK ((replaced_by IS NULL) = (replaced_from_year IS NULL)),
  CHECK ((replaced_by IS NULL) = (replaced_to_year IS NULL)),
  UNIQUE (platform_id, step)
);
ALTER TABLE platform
  DROP pellet_steps,
  ADD pellet_tolerance_percent numeric(4, 1) CHECK (pellet_tolerance_percent > 0);
UPDATE platform SET pellet_tolerance_percent = 10 WHERE lockout_seconds IS NOT NULL;
ALTER TABLE platform
  ADD CHECK ((pellet_tolerance_percent IS NULL) = (lockout_seconds IS NULL)),
  ADD CHECK (lockout_seconds IS NULL OR chip_family = 'PEL');

-- Meters of the shop, for what is measured in ohms.
CREATE TABLE meter (
  id uuid PRIMARY KEY,
  name text NOT NULL UNIQUE CHECK (name <> ''),
  accuracy_percent numeric(5, 2) NOT NULL CHECK (accuracy_percent > 0),
  accuracy_digits smallint NOT NULL CHECK (accuracy_digits >= 0),
  counts integer NOT NULL CHECK (counts > 0),
  ranges numeric[] NOT NULL CHECK (cardinality(ranges) BETWEEN 1 AND 10),
  lead_ohms numeric(5, 2) NOT NULL CHECK (lead_ohms >= 0)
);
