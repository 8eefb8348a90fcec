-- A line of the audit is chained at the end of its transaction, so that the lock of the chain is held for the commit alone
-- and not from the writing statement on. Until then it stands here; no transaction ever sees another's.
CREATE TABLE audit_due (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  at timestamptz NOT NULL,
  actor_kind text NOT NULL CHECK (actor_kind IN ('person', 'program', 'customer', 'system')),
  actor_id uuid,
  device text NOT NULL,
  action text NOT NULL,
  subject_kind text NOT NULL,
  subject_id uuid,
  details jsonb NOT NULL
);

DROP FUNCTION audit_append(timestamptz, text, uuid, text, text, text, uuid, jsonb);
CREATE FUNCTION audit_append(p_at timestamptz, p_actor_kind text, p_actor_id uuid, p_device text, p_action text,
  p_subject_kind text, p_subject_id uuid, p_details jsonb) RETURNS void
LANGUAGE sql SECURITY DEFINER SET search_path = public, pg_temp AS $$
  INSERT INTO audit_due (at, actor_kind, actor_id, device, action, subject_kind, subject_id, details)
  VALUES (p_at, p_actor_kind, p_actor_id, p_device, p_action, p_subject_kind, p_subject_id, p_details)
$$;
REVOKE ALL ON FUNCTION audit_append FROM PUBLIC;

CREATE FUNCTION audit_chain() RETURNS trigger
LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
DECLARE
  line audit_line;
BEGIN
  PERFORM pg_advisory_xact_lock(7402011);
  SELECT seq, hash INTO line.seq, line.previous_hash FROM audit_line ORDER BY seq DESC LIMIT 1;
  line.seq := coalesce(line.seq, 0) + 1;
  line.previous_hash := coalesce(line.previous_hash, ''::bytea);
  line.at := NEW.at;
  line.actor_kind := NEW.actor_kind;
  line.actor_id := NEW.actor_id;
  line.device := NEW.device;
  line.action := NEW.action;
  line.subject_kind := NEW.subject_kind;
  line.subject_id := NEW.subject_id;
  line.details := NEW.details;
  line.hash := audit_hash(line);
  INSERT INTO audit_line VALUES (line.*);
  DELETE FROM audit_due WHERE id = NEW.id;
  RETURN NULL;
END
$$;
REVOKE ALL ON FUNCTION audit_chain FROM PUBLIC;
CREATE CONSTRAINT TRIGGER audit_chain AFTER INSERT ON audit_due
  DEFERRABLE INITIALLY DEFERRED FOR EACH ROW EXECUTE FUNCTION audit_chain();
