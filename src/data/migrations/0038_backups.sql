-- When the shop's data are written away by themselves: at an hour of its day, or never; and how many of them are kept.
ALTER TABLE shop
  ADD backup_at time,
  ADD backup_keep integer NOT NULL DEFAULT 14 CHECK (backup_keep BETWEEN 1 AND 366);

-- What was written away, and by which server it is being written. Of a day one is made by itself.
CREATE TABLE backup (
  id uuid PRIMARY KEY,
  for_day date UNIQUE,
  state text NOT NULL CHECK (state IN ('running', 'made', 'failed')),
  begun_at timestamptz NOT NULL,
  ended_at timestamptz,
  -- Liveness, by the database's clock.
  lease_until timestamptz NOT NULL,
  file text NOT NULL,
  bytes bigint,
  lines bigint,
  failure text
);
