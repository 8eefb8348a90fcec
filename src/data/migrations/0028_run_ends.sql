-- The state of a run keeps when steps ended from which a window counts.
UPDATE run SET state = state || '{"ends": {}}' WHERE NOT state ? 'ends';
