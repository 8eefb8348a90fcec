-- A visit is the time of a van for a job; a van is in one place at a time.
CREATE TABLE visit (
  id uuid PRIMARY KEY,
  job_id uuid NOT NULL REFERENCES job,
  van_id uuid NOT NULL REFERENCES van,
  during tstzrange NOT NULL CHECK (NOT isempty(during) AND lower(during) IS NOT NULL AND upper(during) IS NOT NULL),
  -- clash: reserved before overlaps were refused, beside another; over: its job is closed.
  state text NOT NULL CHECK (state IN ('reserved', 'clash', 'over')),
  CONSTRAINT visit_one_place EXCLUDE USING gist (van_id WITH =, during WITH &&) WHERE (state = 'reserved')
);
CREATE UNIQUE INDEX visit_of_job ON visit (job_id) WHERE state <> 'over';
CREATE INDEX visit_by_job ON visit (job_id);
CREATE INDEX visit_by_time ON visit USING gist (van_id, during);

-- The earliest of those that overlap keeps its time; of a job without a van the first one comes.
DO $$
DECLARE
  one record;
BEGIN
  FOR one IN
    SELECT id, coalesce(van_id, (SELECT v.id FROM van v ORDER BY v.name LIMIT 1)) AS van,
      tstzrange(appointment_from, appointment_to) AS during, closed_at IS NOT NULL AS over
    FROM job WHERE appointment_from IS NOT NULL ORDER BY appointment_from, number
  LOOP
    CONTINUE WHEN one.van IS NULL;
    INSERT INTO visit (id, job_id, van_id, during, state) VALUES (gen_random_uuid(), one.id, one.van, one.during,
      CASE WHEN one.over THEN 'over'
        WHEN EXISTS (SELECT 1 FROM visit v WHERE v.van_id = one.van AND v.during && one.during AND v.state = 'reserved')
          THEN 'clash'
        ELSE 'reserved' END);
  END LOOP;
END $$;

ALTER TABLE job DROP appointment_from, DROP appointment_to;
