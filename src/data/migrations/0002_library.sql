-- The library: makes to applications, platforms, articles and their prices; places; the vans.
CREATE TABLE make (
  id uuid PRIMARY KEY,
  name text NOT NULL UNIQUE,
  aliases text[] NOT NULL DEFAULT '{}'
);

CREATE TABLE model (
  id uuid PRIMARY KEY,
  make_id uuid NOT NULL REFERENCES make,
  name text NOT NULL,
  aliases text[] NOT NULL DEFAULT '{}',
  UNIQUE (make_id, name)
);

-- Every word a make or model may be called by, for finding misspelt ones.
CREATE TABLE name_word (
  word text NOT NULL,
  kind text NOT NULL CHECK (kind IN ('make', 'model')),
  target_id uuid NOT NULL,
  PRIMARY KEY (word, kind, target_id)
);
CREATE INDEX name_word_trigrams ON name_word USING gin (word gin_trgm_ops);

CREATE TABLE generation (
  id uuid PRIMARY KEY,
  model_id uuid NOT NULL REFERENCES model,
  market text NOT NULL,
  name text NOT NULL,
  from_year integer NOT NULL,
  to_year integer NOT NULL CHECK (to_year >= from_year),
  UNIQUE (model_id, market, name),
  EXCLUDE USING gist (model_id WITH =, market WITH =, int4range(from_year, to_year, '[]') WITH &&)
);

CREATE TABLE keyway (
  id uuid PRIMARY KEY,
  name text NOT NULL UNIQUE,
  profile text NOT NULL CHECK (profile IN ('edge, one side', 'edge, two sides', 'inside track', 'outside track', 'disc')),
  spaces integer NOT NULL CHECK (spaces BETWEEN 1 AND 20),
  depths integer NOT NULL CHECK (depths BETWEEN 2 AND 12),
  stop text NOT NULL CHECK (stop IN ('shoulder', 'tip'))
);

CREATE TABLE blank (
  article text PRIMARY KEY,
  keyway_id uuid NOT NULL REFERENCES keyway
);

CREATE TABLE chip (
  article text PRIMARY KEY,
  family text NOT NULL CHECK (family IN ('PEL', 'FIX', 'RWP', 'CHL40', 'CHL48', 'CHL80', 'AES128')),
  mark text NOT NULL
);

CREATE TABLE remote (
  article text PRIMARY KEY,
  buttons integer NOT NULL CHECK (buttons BETWEEN 1 AND 12),
  frequency_mhz numeric(6, 2) NOT NULL,
  board text NOT NULL
);

CREATE TABLE platform (
  id uuid PRIMARY KEY,
  name text NOT NULL UNIQUE,
  chip_family text NOT NULL CHECK (chip_family IN ('none', 'PEL', 'FIX', 'RWP', 'CHL40', 'CHL48', 'CHL80', 'AES128')),
  link text NOT NULL CHECK (link IN ('can', 'serial', 'none')),
  slots_maximum integer NOT NULL CHECK (slots_maximum >= 0),
  slots_minimum integer NOT NULL CHECK (slots_minimum BETWEEN 0 AND slots_maximum),
  count text NOT NULL CHECK (count IN ('readable', 'afterPin', 'cannotSay')),
  remote_learned text NOT NULL CHECK (remote_learned IN ('with', 'apart', 'none'))
);

CREATE TABLE platform_method (
  platform_id uuid NOT NULL REFERENCES platform,
  kind text NOT NULL CHECK (kind IN ('onBoard', 'add', 'aklErase', 'aklAdd')),
  known_keys_needed integer NOT NULL CHECK (known_keys_needed BETWEEN 0 AND 4),
  needs_pin boolean NOT NULL,
  needs_turning boolean NOT NULL,
  waits_seconds integer[] NOT NULL,
  session_p50_minutes numeric(6, 2) NOT NULL CHECK (session_p50_minutes > 0),
  key_p50_minutes numeric(6, 2) NOT NULL CHECK (key_p50_minutes >= 0),
  spread numeric(4, 2) NOT NULL CHECK (spread BETWEEN 0 AND 2),
  how text NOT NULL,
  PRIMARY KEY (platform_id, kind)
);

CREATE TABLE application (
  id uuid PRIMARY KEY,
  generation_id uuid NOT NULL REFERENCES generation,
  ignition text NOT NULL CHECK (ignition IN ('turn', 'push')),
  from_year integer NOT NULL,
  from_month integer CHECK (from_month BETWEEN 1 AND 12),
  to_year integer NOT NULL CHECK (to_year >= from_year),
  to_month integer CHECK (to_month BETWEEN 1 AND 12),
  blank text NOT NULL REFERENCES blank,
  chip text REFERENCES chip,
  remote text REFERENCES remote,
  platform_id uuid NOT NULL REFERENCES platform,
  pocket text,
  weight numeric(8, 3) NOT NULL CHECK (weight > 0)
);
CREATE INDEX application_generation ON application (generation_id);

CREATE TABLE place (
  id uuid PRIMARY KEY,
  name text NOT NULL UNIQUE,
  distance_km numeric(6, 1) NOT NULL CHECK (distance_km >= 0),
  travel_minutes integer NOT NULL CHECK (travel_minutes >= 0)
);

CREATE TABLE van (
  id uuid PRIMARY KEY,
  name text NOT NULL UNIQUE
);

CREATE TABLE tool (
  id uuid PRIMARY KEY,
  van_id uuid NOT NULL REFERENCES van,
  name text NOT NULL,
  edition text NOT NULL,
  state text NOT NULL CHECK (state IN ('supported', 'frozen')),
  UNIQUE (van_id, name)
);

CREATE TABLE tool_cover (
  tool_id uuid NOT NULL REFERENCES tool,
  platform_id uuid NOT NULL REFERENCES platform,
  method text NOT NULL CHECK (method IN ('add', 'aklErase', 'aklAdd', 'count')),
  -- The right this function wants, by name; null where the tool alone is enough.
  right_name text,
  PRIMARY KEY (tool_id, platform_id, method)
);

CREATE TABLE tool_right (
  id uuid PRIMARY KEY,
  van_id uuid NOT NULL REFERENCES van,
  name text NOT NULL,
  kind text NOT NULL CHECK (kind IN ('owned', 'included', 'bought once', 'paid per use', 'account')),
  credits integer CHECK (credits >= 0),
  expires_on date,
  UNIQUE (van_id, name)
);

CREATE TABLE supplier (
  id uuid PRIMARY KEY,
  name text NOT NULL UNIQUE,
  kind text NOT NULL CHECK (kind IN ('original', 'aftermarket', 'online')),
  -- Orders after this local hour go out on the next working day.
  cut_off time NOT NULL
);

CREATE TABLE supplier_price (
  supplier_id uuid NOT NULL REFERENCES supplier,
  article text NOT NULL,
  price_minor integer NOT NULL CHECK (price_minor >= 0),
  lead_days integer NOT NULL CHECK (lead_days BETWEEN 0 AND 120),
  warranty_months integer NOT NULL CHECK (warranty_months >= 0),
  valid daterange NOT NULL,
  EXCLUDE USING gist (supplier_id WITH =, article WITH =, valid WITH &&)
);

CREATE TABLE franchise_desk (
  make_id uuid PRIMARY KEY REFERENCES make,
  name text NOT NULL,
  labour_minor integer NOT NULL CHECK (labour_minor >= 0),
  programming_minor integer NOT NULL CHECK (programming_minor >= 0),
  key_markup_percent integer NOT NULL CHECK (key_markup_percent >= 0),
  working_days integer NOT NULL CHECK (working_days >= 0),
  tow_km numeric(6, 1) NOT NULL CHECK (tow_km >= 0)
);

CREATE TABLE price_book (
  id uuid PRIMARY KEY,
  name text NOT NULL,
  rate_minor integer NOT NULL CHECK (rate_minor > 0),
  key_markup_percent integer NOT NULL CHECK (key_markup_percent >= 0),
  minimum_minor integer NOT NULL CHECK (minimum_minor >= 0),
  rounding_minor integer NOT NULL CHECK (rounding_minor > 0),
  tow_base_minor integer NOT NULL CHECK (tow_base_minor >= 0),
  tow_per_km_minor integer NOT NULL CHECK (tow_per_km_minor >= 0),
  online_shipping_minor integer NOT NULL CHECK (online_shipping_minor >= 0),
  valid daterange NOT NULL,
  EXCLUDE USING gist (valid WITH &&)
);

CREATE TABLE price_menu (
  price_book_id uuid NOT NULL REFERENCES price_book,
  work text NOT NULL,
  first_minor integer NOT NULL CHECK (first_minor >= 0),
  further_minor integer NOT NULL CHECK (further_minor >= 0),
  PRIMARY KEY (price_book_id, work)
);

CREATE TABLE tax_rate (
  tax_class text NOT NULL CHECK (tax_class IN ('goods', 'labour')),
  -- Hundredths of a percent: 650 is 6.5 %.
  basis_points integer NOT NULL CHECK (basis_points BETWEEN 0 AND 10000),
  valid daterange NOT NULL,
  EXCLUDE USING gist (tax_class WITH =, valid WITH &&)
);
