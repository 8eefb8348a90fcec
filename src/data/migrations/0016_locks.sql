-- Which spaces each lock of a car holds, and where a number is stamped on its parts.
CREATE TABLE car_lock (
  id uuid PRIMARY KEY,
  generation_id uuid NOT NULL REFERENCES generation ON DELETE CASCADE,
  keyway_id uuid NOT NULL REFERENCES keyway ON DELETE CASCADE,
  lock text NOT NULL,
  seen text NOT NULL CHECK (seen IN ('in sight', 'covered', 'absent')),
  spaces int[] CHECK (cardinality(spaces) BETWEEN 1 AND 20),
  number_at text,
  covered_by text,
  tool text,
  must_not_fall text,
  goes_back text,
  UNIQUE (generation_id, keyway_id, lock)
);
CREATE INDEX car_lock_keyway ON car_lock (keyway_id);
