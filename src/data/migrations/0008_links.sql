-- What leaves the shop on paper and by link: labels of keys, links for customers, what they accept and say.
CREATE TABLE key_label (
  id uuid PRIMARY KEY,
  job_id uuid NOT NULL REFERENCES job,
  tag integer NOT NULL CHECK (tag BETWEEN 1 AND 24),
  made_at timestamptz NOT NULL,
  UNIQUE (job_id, tag)
);

-- A link is 32 random bytes, kept hashed; opened once, it becomes a cookie for this quote alone.
CREATE TABLE quote_link (
  id uuid PRIMARY KEY,
  quote_id uuid NOT NULL REFERENCES quote,
  token_hash bytea NOT NULL UNIQUE,
  cookie_hash bytea UNIQUE,
  made_at timestamptz NOT NULL,
  made_by uuid NOT NULL REFERENCES person,
  expires_at timestamptz NOT NULL,
  opened_at timestamptz,
  revoked_at timestamptz,
  CHECK ((cookie_hash IS NULL) = (opened_at IS NULL))
);
CREATE INDEX quote_link_quote ON quote_link (quote_id);

-- One option of a quote, accepted once: by the customer's link or by a person on the phone.
CREATE TABLE quote_acceptance (
  quote_id uuid PRIMARY KEY REFERENCES quote,
  option text NOT NULL,
  total_minor integer NOT NULL CHECK (total_minor >= 0),
  accepted_at timestamptz NOT NULL,
  link_id uuid REFERENCES quote_link,
  person_id uuid REFERENCES person,
  -- Personal: may be blanked.
  wanted_when text,
  wanted_where text,
  CHECK ((link_id IS NULL) <> (person_id IS NULL))
);

CREATE TABLE quote_message (
  id uuid PRIMARY KEY,
  quote_id uuid NOT NULL REFERENCES quote,
  link_id uuid NOT NULL REFERENCES quote_link,
  at timestamptz NOT NULL,
  -- Personal: may be blanked.
  words text
);
CREATE INDEX quote_message_quote ON quote_message (quote_id, at);

-- A price file that was read and not stored yet, as it was sent.
CREATE TABLE price_file (
  id uuid PRIMARY KEY,
  supplier_id uuid NOT NULL REFERENCES supplier,
  file_name text NOT NULL,
  content text NOT NULL,
  read_at timestamptz NOT NULL,
  read_by uuid NOT NULL REFERENCES person,
  stored_at timestamptz
);
CREATE INDEX price_file_supplier ON price_file (supplier_id, read_at DESC);
