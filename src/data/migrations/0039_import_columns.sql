-- Which columns of a file of one's own fill those of a list: what somebody said the last time.
CREATE TABLE import_columns (
  list text PRIMARY KEY,
  mapping jsonb NOT NULL CHECK (jsonb_typeof(mapping) = 'object')
);
