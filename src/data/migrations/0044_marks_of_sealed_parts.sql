-- What stands in a text in the place of a sealed part is told from all others by a word that nobody can guess or count, so
-- that whoever reads a row finds the parts of their own without knowing which job it is of.
ALTER TABLE sealed_text ADD mark text;
UPDATE sealed_text SET mark = upper(substr(md5(gen_random_uuid()::text), 1, 10));
ALTER TABLE sealed_text ALTER mark SET NOT NULL, ADD UNIQUE (mark), ADD CHECK (mark ~ '^[0-9A-Z]{10}$');

-- A sealed part may take more room than the words it stands for.
ALTER TABLE payment DROP CONSTRAINT payment_reason_check, ADD CONSTRAINT payment_reason_check CHECK (length(reason) <= 10000);

-- Texts from before name their parts by a number of the job.
DO $$
DECLARE
  part record;
  cell record;
  reach text;
BEGIN
  FOR part IN SELECT job_id, number, mark FROM sealed_text LOOP
    FOR cell IN
      SELECT c.table_name, c.column_name, c.data_type,
        (SELECT array_agg(k.column_name::text) FROM information_schema.columns k
         WHERE k.table_schema = 'public' AND k.table_name = c.table_name) AS columns
      FROM information_schema.columns c JOIN information_schema.tables t USING (table_schema, table_name)
      WHERE c.table_schema = 'public' AND t.table_type = 'BASE TABLE' AND c.data_type IN ('text', 'jsonb')
        AND c.is_generated = 'NEVER' AND c.table_name NOT IN ('sealed_text', 'audit_line', 'audit_due')
    LOOP
      reach := CASE
        WHEN cell.table_name = 'job' THEN 'id = $1'
        WHEN cell.table_name = 'customer' THEN 'id IN (SELECT customer_id FROM job WHERE id = $1)'
        WHEN 'job_id' = ANY (cell.columns) THEN 'job_id = $1'
        WHEN 'run_id' = ANY (cell.columns) THEN 'run_id IN (SELECT id FROM run WHERE job_id = $1)'
        WHEN 'quote_id' = ANY (cell.columns) THEN 'quote_id IN (SELECT id FROM quote WHERE job_id = $1)'
      END;
      CONTINUE WHEN reach IS NULL;
      EXECUTE format('UPDATE %I SET %I = replace(%I::text, $2, $3)::%s WHERE %s AND strpos(%I::text, $2) > 0',
        cell.table_name, cell.column_name, cell.column_name, cell.data_type, reach, cell.column_name)
        USING part.job_id, '⟦sealed ' || part.number || '⟧', '⟦sealed ' || part.mark || '⟧';
    END LOOP;
  END LOOP;
END $$;
