-- By what each wait of a way ends, and its longest where that is not the usual one; empty is by the clock.
ALTER TABLE platform_method
  ADD COLUMN waits_by text[] NOT NULL DEFAULT '{}',
  ADD COLUMN waits_longest integer[] NOT NULL DEFAULT '{}';
