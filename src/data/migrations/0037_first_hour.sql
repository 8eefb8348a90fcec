-- Steps of a shop's first hour that nothing else shows: done as it was, or left out.
CREATE TABLE first_hour (
  step text PRIMARY KEY,
  state text NOT NULL CHECK (state IN ('done', 'skipped'))
);
