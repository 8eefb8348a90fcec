-- The whole quote: how the shop prices, who sells what and how it turned out, roads, appointments, terms, rivals.
ALTER TABLE shop
  ADD open_days integer[] NOT NULL DEFAULT '{1,2,3,4,5}' CHECK (open_days <@ '{0,1,2,3,4,5,6}'),
  ADD open_from time NOT NULL DEFAULT '08:00',
  ADD open_to time NOT NULL DEFAULT '17:30',
  ADD CHECK (open_from < open_to);

-- Kinds of blade that the van's machine cuts, by the first word of the profile.
ALTER TABLE van ADD cuts text[] NOT NULL DEFAULT '{edge}';

ALTER TABLE supplier
  DROP CONSTRAINT supplier_kind_check,
  ADD CHECK (kind IN ('original', 'aftermarket', 'used', 'online', 'cutting')),
  -- Working days that one order of five takes longer.
  ADD late_days integer NOT NULL DEFAULT 1 CHECK (late_days BETWEEN 0 AND 120),
  -- What is publicly known: how many keys of ten thousand have to be made again.
  ADD redo_basis_points integer NOT NULL DEFAULT 500 CHECK (redo_basis_points BETWEEN 0 AND 10000);

ALTER TABLE supplier_price
  ADD condition text NOT NULL DEFAULT 'new' CHECK (condition IN ('new', 'reset', 'used')),
  -- What they have; null where they do not say.
  ADD pieces integer CHECK (pieces >= 0),
  ADD minimum_order integer NOT NULL DEFAULT 1 CHECK (minimum_order BETWEEN 1 AND 10000),
  ADD shipping_minor integer NOT NULL DEFAULT 0 CHECK (shipping_minor >= 0),
  -- The last day on which a list of the supplier named this price.
  ADD seen_on date,
  DROP CONSTRAINT supplier_price_supplier_id_article_valid_excl,
  ADD CONSTRAINT supplier_price_once EXCLUDE USING gist
    (supplier_id WITH =, article WITH =, condition WITH =, valid WITH &&);
CREATE INDEX supplier_price_article ON supplier_price (article);

ALTER TABLE franchise_desk
  ADD late_days integer NOT NULL DEFAULT 2 CHECK (late_days BETWEEN 0 AND 120),
  ADD cut_minor integer CHECK (cut_minor >= 0);

-- One set of rules from a day until the next; a set that was replaced on its own day holds for no day.
ALTER TABLE price_book
  ADD style text NOT NULL DEFAULT 'menu' CHECK (style IN ('menu', 'time')),
  ADD margin_rate_minor integer NOT NULL DEFAULT 0 CHECK (margin_rate_minor >= 0),
  ADD pass_percent integer NOT NULL DEFAULT 0 CHECK (pass_percent BETWEEN 0 AND 500),
  ADD cut_minutes integer NOT NULL DEFAULT 8 CHECK (cut_minutes BETWEEN 0 AND 240),
  ADD repair_parts_minor integer NOT NULL DEFAULT 0 CHECK (repair_parts_minor >= 0),
  ADD wait_percent integer NOT NULL DEFAULT 50 CHECK (wait_percent BETWEEN 0 AND 100),
  ADD rounding_mode text NOT NULL DEFAULT 'up' CHECK (rounding_mode IN ('up', 'nearest', 'down')),
  ADD tax_included boolean NOT NULL DEFAULT false,
  ADD deposit_percent integer NOT NULL DEFAULT 0 CHECK (deposit_percent BETWEEN 0 AND 100),
  ADD cancellation_hours integer NOT NULL DEFAULT 0 CHECK (cancellation_hours BETWEEN 0 AND 720),
  ADD cancellation_minor integer NOT NULL DEFAULT 0 CHECK (cancellation_minor >= 0),
  ADD no_show_minor integer NOT NULL DEFAULT 0 CHECK (no_show_minor >= 0),
  ADD payment_basis_points integer NOT NULL DEFAULT 0 CHECK (payment_basis_points BETWEEN 0 AND 2000),
  ADD km_cost_minor integer NOT NULL DEFAULT 0 CHECK (km_cost_minor >= 0),
  ADD flexible_percent integer NOT NULL DEFAULT 0 CHECK (flexible_percent BETWEEN 0 AND 100),
  ADD flexible_days integer NOT NULL DEFAULT 3 CHECK (flexible_days BETWEEN 1 AND 30),
  ADD beyond_per_km_minor integer NOT NULL DEFAULT 0 CHECK (beyond_per_km_minor >= 0),
  ADD stale_days integer NOT NULL DEFAULT 90 CHECK (stale_days BETWEEN 1 AND 3650),
  ADD loss_percent integer NOT NULL DEFAULT 0 CHECK (loss_percent BETWEEN 0 AND 100),
  ADD loss_note text NOT NULL DEFAULT '',
  ADD made_at timestamptz,
  ADD made_by uuid REFERENCES person;

ALTER TABLE price_menu
  ADD difficulty text NOT NULL DEFAULT 'usual' CHECK (difficulty IN ('usual', 'hard')),
  DROP CONSTRAINT price_menu_pkey,
  ADD PRIMARY KEY (price_book_id, work, difficulty);

CREATE TABLE distance_band (
  price_book_id uuid NOT NULL REFERENCES price_book,
  to_km numeric(6, 1) NOT NULL CHECK (to_km > 0),
  minor integer NOT NULL CHECK (minor >= 0),
  PRIMARY KEY (price_book_id, to_km)
);
CREATE TABLE hour_rule (
  price_book_id uuid NOT NULL REFERENCES price_book,
  label text NOT NULL CHECK (label <> ''),
  days integer[] NOT NULL CHECK (days <@ '{0,1,2,3,4,5,6}' AND cardinality(days) > 0),
  -- '24:00' ends a day, which a time cannot say after midnight.
  from_hour text NOT NULL CHECK (from_hour ~ '^([01]\d|2[0-3]):[0-5]\d$'),
  to_hour text NOT NULL CHECK (to_hour ~ '^(([01]\d|2[0-3]):[0-5]\d|24:00)$'),
  percent integer NOT NULL CHECK (percent BETWEEN 0 AND 500),
  CHECK (from_hour < to_hour),
  PRIMARY KEY (price_book_id, label)
);
CREATE TABLE shop_warranty (
  price_book_id uuid NOT NULL REFERENCES price_book,
  option text NOT NULL,
  months integer NOT NULL CHECK (months BETWEEN 0 AND 240),
  PRIMARY KEY (price_book_id, option)
);

CREATE TABLE trade_account (
  id uuid PRIMARY KEY,
  name text NOT NULL UNIQUE CHECK (name <> ''),
  goods_percent integer NOT NULL CHECK (goods_percent BETWEEN 0 AND 100),
  labour_percent integer NOT NULL CHECK (labour_percent BETWEEN 0 AND 100),
  pays_in_days integer NOT NULL CHECK (pays_in_days BETWEEN 0 AND 365),
  ended_on date
);
CREATE TABLE coupon (
  id uuid PRIMARY KEY,
  code text NOT NULL UNIQUE CHECK (code ~ '^[A-Z0-9-]{3,20}$'),
  percent integer NOT NULL CHECK (percent BETWEEN 0 AND 100),
  amount_minor integer NOT NULL CHECK (amount_minor >= 0),
  from_minor integer NOT NULL CHECK (from_minor >= 0),
  with_account boolean NOT NULL,
  valid daterange NOT NULL,
  CHECK (percent > 0 OR amount_minor > 0)
);

-- The roads of the district, as the stand-in knows them.
CREATE TABLE road_node (
  name text PRIMARY KEY,
  x_km numeric(6, 2) NOT NULL,
  y_km numeric(6, 2) NOT NULL,
  is_workshop boolean NOT NULL DEFAULT false
);
CREATE UNIQUE INDEX road_node_workshop ON road_node (is_workshop) WHERE is_workshop;
CREATE TABLE road (
  from_node text NOT NULL REFERENCES road_node,
  to_node text NOT NULL REFERENCES road_node,
  km numeric(6, 1) NOT NULL CHECK (km > 0),
  km_per_hour integer NOT NULL CHECK (km_per_hour BETWEEN 5 AND 130),
  -- Slower by so many percent in the hours when everybody drives.
  rush_percent integer NOT NULL DEFAULT 0 CHECK (rush_percent BETWEEN 0 AND 300),
  PRIMARY KEY (from_node, to_node)
);
CREATE TABLE ferry (
  from_node text NOT NULL REFERENCES road_node,
  to_node text NOT NULL REFERENCES road_node,
  km numeric(6, 1) NOT NULL CHECK (km > 0),
  minutes integer NOT NULL CHECK (minutes > 0),
  first_hour text NOT NULL CHECK (first_hour ~ '^([01]\d|2[0-3]):[0-5]\d$'),
  last_hour text NOT NULL CHECK (last_hour ~ '^([01]\d|2[0-3]):[0-5]\d$'),
  every_minutes integer NOT NULL CHECK (every_minutes BETWEEN 1 AND 1440),
  PRIMARY KEY (from_node, to_node)
);

-- When the van comes: a time reserved for the job.
ALTER TABLE job
  ADD appointment_from timestamptz,
  ADD appointment_to timestamptz,
  ADD CHECK ((appointment_from IS NULL) = (appointment_to IS NULL)),
  ADD CHECK (appointment_from < appointment_to);
CREATE INDEX job_appointment ON job (van_id, appointment_from) WHERE appointment_from IS NOT NULL;

-- On which terms a job is quoted.
CREATE TABLE quote_terms (
  job_id uuid PRIMARY KEY REFERENCES job,
  -- Null: the book the shop quotes by.
  book text CHECK (book IN ('menu', 'time')),
  prefer text NOT NULL DEFAULT 'price' CHECK (prefer IN ('price', 'day')),
  flexible boolean NOT NULL DEFAULT false,
  waits_filled boolean NOT NULL DEFAULT false,
  agreed_option text,
  agreed_minor integer CHECK (agreed_minor >= 0),
  account_id uuid REFERENCES trade_account,
  coupon_id uuid REFERENCES coupon,
  CHECK ((agreed_option IS NULL) = (agreed_minor IS NULL))
);

-- What another firm was said to take, and for what.
CREATE TABLE rival_offer (
  id uuid PRIMARY KEY,
  job_id uuid NOT NULL REFERENCES job,
  total_minor integer NOT NULL CHECK (total_minor > 0),
  currency text NOT NULL,
  -- Spare, all keys lost or repair; and whether the hour was an ordinary one.
  kind text NOT NULL CHECK (kind IN ('spare', 'allLost', 'repair')),
  unusual_hour boolean NOT NULL,
  -- What the shop would have taken for the same at that moment.
  own_minor integer CHECK (own_minor >= 0),
  told_at timestamptz NOT NULL,
  told_to uuid NOT NULL REFERENCES person
);
CREATE INDEX rival_offer_job ON rival_offer (job_id);
CREATE INDEX rival_offer_told ON rival_offer (told_at);

-- Where the keys of a job came from, and how many had to be made again.
CREATE TABLE key_source (
  job_id uuid NOT NULL REFERENCES job,
  source text NOT NULL CHECK (source <> ''),
  keys integer NOT NULL CHECK (keys BETWEEN 1 AND 10),
  redone integer NOT NULL DEFAULT 0 CHECK (redone BETWEEN 0 AND keys),
  reason text CHECK (reason IN ('wrong', 'notReset', 'poorRange', 'failed', 'work')),
  noted_at timestamptz NOT NULL,
  PRIMARY KEY (job_id, source),
  CHECK ((redone = 0) = (reason IS NULL))
);

ALTER TABLE stock_movement
  ADD grade text NOT NULL DEFAULT 'aftermarket' CHECK (grade IN ('original', 'aftermarket')),
  -- What one piece cost, and from whom it came; null where nobody wrote it down.
  ADD cost_minor integer CHECK (cost_minor >= 0),
  ADD currency text CHECK (currency ~ '^[A-Z]{3}$'),
  ADD CHECK ((cost_minor IS NULL) = (currency IS NULL)),
  ADD source text CHECK (source <> '');

-- Pieces promised to a job; what is left can be promised to another.
CREATE TABLE stock_reservation (
  id uuid PRIMARY KEY,
  job_id uuid NOT NULL REFERENCES job,
  van_id uuid NOT NULL REFERENCES van,
  article text NOT NULL,
  state text NOT NULL,
  grade text NOT NULL CHECK (grade IN ('original', 'aftermarket')),
  pieces integer NOT NULL CHECK (pieces > 0),
  made_at timestamptz NOT NULL,
  ended_at timestamptz
);
CREATE INDEX stock_reservation_open ON stock_reservation (van_id, article) WHERE ended_at IS NULL;
CREATE INDEX stock_reservation_job ON stock_reservation (job_id);
