-- Long computations that somebody waits for, in the order they were asked: one runs at a time, whichever server it was asked at.
-- A row lives as long as its server says so; by the database's clock, since it is no business time.
CREATE TABLE long_task (
  id uuid PRIMARY KEY,
  asker text NOT NULL CHECK (length(asker) <= 120),
  seq bigint GENERATED ALWAYS AS IDENTITY,
  alive_until timestamptz NOT NULL
);
