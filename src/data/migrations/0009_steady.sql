-- When an import last gave a sign of life, by the database's own clock: liveness, no business time.
ALTER TABLE library_import ADD seen_at timestamptz NOT NULL DEFAULT clock_timestamp();
CREATE INDEX library_import_open ON library_import (seen_at) WHERE state IN ('reading', 'storing');

-- Rows of a series come by hundreds of thousands through COPY, which cannot say the series on each line.
ALTER TABLE code_row ALTER series_id SET DEFAULT nullif(current_setting('kilnsman.series', true), '')::uuid;
