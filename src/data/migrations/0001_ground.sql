-- The ground: the shop, its people, their sessions, attempt limits and the chained audit.
CREATE EXTENSION IF NOT EXISTS pg_trgm;
CREATE EXTENSION IF NOT EXISTS btree_gist;

CREATE TABLE shop (
  id uuid PRIMARY KEY,
  only_one boolean NOT NULL DEFAULT true UNIQUE CHECK (only_one),
  name text NOT NULL CHECK (name <> ''),
  is_demo boolean NOT NULL,
  zone text NOT NULL,
  locale text NOT NULL,
  currency text NOT NULL CHECK (currency ~ '^[A-Z]{3}$'),
  distance_unit text NOT NULL CHECK (distance_unit IN ('km', 'mi')),
  market text NOT NULL,
  quote_valid_days integer NOT NULL CHECK (quote_valid_days BETWEEN 1 AND 365),
  created_at timestamptz NOT NULL,
  version integer NOT NULL DEFAULT 1
);

-- A one-time code that lets the proprietor of an empty database set the shop up.
CREATE TABLE set_up_code (
  only_one boolean PRIMARY KEY DEFAULT true CHECK (only_one),
  code_hash bytea NOT NULL,
  made_at timestamptz NOT NULL
);

CREATE TABLE person (
  id uuid PRIMARY KEY,
  name text NOT NULL CHECK (name <> ''),
  role text NOT NULL CHECK (role IN ('proprietor', 'locksmith', 'trainee')),
  passcode_hash text NOT NULL,
  demo_passcode text,
  created_at timestamptz NOT NULL,
  left_at timestamptz,
  version integer NOT NULL DEFAULT 1
);

CREATE TABLE session (
  id uuid PRIMARY KEY,
  token_hash bytea NOT NULL UNIQUE,
  person_id uuid NOT NULL REFERENCES person,
  device text NOT NULL,
  started_at timestamptz NOT NULL,
  seen_at timestamptz NOT NULL,
  ended_at timestamptz
);
CREATE INDEX session_person ON session (person_id) WHERE ended_at IS NULL;

-- The table of the attempt limiter; its shape is the limiter's.
CREATE TABLE attempt_limit (
  key varchar(255) PRIMARY KEY,
  points integer NOT NULL DEFAULT 0,
  expire bigint
);

-- Audit: one chain for the shop. Each line carries the hash of the one before. Written through audit_append only.
CREATE TABLE audit_line (
  seq bigint PRIMARY KEY,
  at timestamptz NOT NULL,
  actor_kind text NOT NULL CHECK (actor_kind IN ('person', 'program', 'customer', 'system')),
  actor_id uuid,
  device text NOT NULL,
  action text NOT NULL,
  subject_kind text NOT NULL,
  subject_id uuid,
  details jsonb NOT NULL,
  previous_hash bytea NOT NULL,
  hash bytea NOT NULL
);

CREATE FUNCTION audit_hash(line audit_line) RETURNS bytea
LANGUAGE sql STABLE AS $$
  SELECT sha256(line.previous_hash || convert_to(
    jsonb_build_array(line.seq, to_char(line.at AT TIME ZONE 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.US'), line.actor_kind,
      line.actor_id, line.device, line.action, line.subject_kind, line.subject_id, line.details)::text, 'UTF8'))
$$;

CREATE FUNCTION audit_append(p_at timestamptz, p_actor_kind text, p_actor_id uuid, p_device text, p_action text,
  p_subject_kind text, p_subject_id uuid, p_details jsonb) RETURNS bigint
LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
DECLARE
  line audit_line;
BEGIN
  PERFORM pg_advisory_xact_lock(7402011);
  SELECT seq, hash INTO line.seq, line.previous_hash FROM audit_line ORDER BY seq DESC LIMIT 1;
  line.seq := coalesce(line.seq, 0) + 1;
  line.previous_hash := coalesce(line.previous_hash, ''::bytea);
  line.at := p_at;
  line.actor_kind := p_actor_kind;
  line.actor_id := p_actor_id;
  line.device := p_device;
  line.action := p_action;
  line.subject_kind := p_subject_kind;
  line.subject_id := p_subject_id;
  line.details := p_details;
  line.hash := audit_hash(line);
  INSERT INTO audit_line VALUES (line.*);
  RETURN line.seq;
END
$$;
REVOKE ALL ON FUNCTION audit_append FROM PUBLIC;
