-- What a kilometre costs keeps four decimals of a minor unit, so that an amount a mile stays what somebody typed.
ALTER TABLE price_book
  ALTER km_cost_minor TYPE numeric(14, 4),
  ALTER tow_per_km_minor TYPE numeric(14, 4),
  ALTER beyond_per_km_minor TYPE numeric(14, 4),
  -- Opening a locked car, and reading a lock for its cut: half of all are quicker.
  ADD open_minutes integer NOT NULL DEFAULT 16 CHECK (open_minutes BETWEEN 1 AND 480),
  ADD lock_minutes integer NOT NULL DEFAULT 22 CHECK (lock_minutes BETWEEN 1 AND 480);

-- What else a shop does, beside or without a key. Without a price it costs the time it takes.
CREATE TABLE own_work (
  price_book_id uuid NOT NULL REFERENCES price_book,
  name text NOT NULL CHECK (name ~ '\S'),
  minor integer CHECK (minor >= 0),
  minutes integer NOT NULL CHECK (minutes BETWEEN 0 AND 1440),
  PRIMARY KEY (price_book_id, name)
);

-- Works of the shop that a job is quoted with.
ALTER TABLE quote_terms ADD works jsonb NOT NULL DEFAULT '[]' CHECK (jsonb_typeof(works) = 'array');
