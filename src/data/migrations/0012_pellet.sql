-- The ladder of a pellet: how many steps, and how long a wrong one shuts the car.
ALTER TABLE platform
  ADD pellet_steps smallint CHECK (pellet_steps BETWEEN 2 AND 40),
  ADD lockout_seconds integer CHECK (lockout_seconds BETWEEN 0 AND 86400),
  ADD CHECK ((pellet_steps IS NULL) = (lockout_seconds IS NULL)),
  ADD CHECK (pellet_steps IS NULL OR chip_family = 'PEL');
