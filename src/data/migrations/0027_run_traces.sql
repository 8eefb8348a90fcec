-- The trace of a run: the car at the other end of the driving device's line, and what was done to it, in parts as they come.
ALTER TABLE trace ADD COLUMN run_id uuid UNIQUE REFERENCES run;
ALTER TABLE trace DROP CONSTRAINT trace_link_check;
ALTER TABLE trace ADD CONSTRAINT trace_link_check CHECK (link IN ('can', 'serial') OR (link = 'none' AND run_id IS NOT NULL));
ALTER TABLE trace ADD CONSTRAINT trace_of_run_of_job CHECK (run_id IS NULL OR job_id IS NOT NULL);
