-- Every way of making a key, what it needs, ranks, the choices made on a job, and what the shop reckons with.
ALTER TABLE platform
  ADD when_full text NOT NULL DEFAULT 'refuses' CHECK (when_full IN ('refuses', 'drops oldest')),
  ADD pin_sources text[] NOT NULL DEFAULT '{}' CHECK (pin_sources <@ '{customer,bureau,socket,desk}'),
  ADD system_types text[] NOT NULL DEFAULT '{}';

ALTER TABLE platform_method
  DROP CONSTRAINT platform_method_kind_check,
  ADD CHECK (kind IN ('remote', 'onBoard', 'add', 'aklErase', 'aklAdd', 'cloneDirect', 'cloneRing', 'cloneSoldered',
    'image', 'bench', 'replace')),
  ADD needs_tool boolean NOT NULL DEFAULT true,
  ADD needs_network boolean NOT NULL DEFAULT false,
  ADD others text NOT NULL DEFAULT 'keep' CHECK (others IN ('keep', 'erase')),
  ADD adapters text[] NOT NULL DEFAULT '{}',
  ADD article text,
  ADD boards_from text CHECK (boards_from ~ '^\d{4}-(0[1-9]|1[0-2])$'),
  ADD boards_to text CHECK (boards_to ~ '^\d{4}-(0[1-9]|1[0-2])$'),
  ADD chance numeric(4, 3) NOT NULL DEFAULT 0.9 CHECK (chance BETWEEN 0.05 AND 0.995);
UPDATE platform_method SET needs_tool = false WHERE kind = 'onBoard';
UPDATE platform_method SET others = 'erase' WHERE kind = 'aklErase';

-- How to tell a master from a valet, and what each shows at which moment.
CREATE TABLE rank_test (
  platform_id uuid PRIMARY KEY REFERENCES platform,
  how text NOT NULL,
  void_when text NOT NULL,
  second_check text NOT NULL
);
CREATE TABLE rank_sign (
  platform_id uuid NOT NULL REFERENCES platform,
  step integer NOT NULL CHECK (step BETWEEN 1 AND 9),
  moment text NOT NULL,
  master text NOT NULL,
  valet text NOT NULL,
  PRIMARY KEY (platform_id, step)
);

ALTER TABLE tool_cover
  DROP CONSTRAINT tool_cover_method_check,
  DROP CONSTRAINT tool_cover_pkey,
  ADD CHECK (method IN ('remote', 'add', 'aklErase', 'aklAdd', 'cloneDirect', 'cloneRing', 'cloneSoldered', 'image',
    'bench', 'replace', 'count', 'pin')),
  -- The market whose cars it covers; null covers all.
  ADD market text REFERENCES market (name) ON UPDATE CASCADE;
CREATE UNIQUE INDEX tool_cover_key ON tool_cover (tool_id, platform_id, method, market) NULLS NOT DISTINCT;
ALTER TABLE tool_right ADD use_minor integer CHECK (use_minor >= 0);
ALTER TABLE van ADD power_supply boolean NOT NULL DEFAULT false;

ALTER TABLE job
  DROP CONSTRAINT job_route_check,
  ADD CHECK (route IN ('none', 'repair', 'remote', 'onBoard', 'add', 'aklErase', 'aklAdd', 'cloneDirect', 'cloneRing',
    'cloneSoldered', 'image', 'bench', 'replace', 'desk')),
  -- Whether there is a network where the car stands; null where nobody has said.
  ADD network boolean;

-- Choices beside the route that are the customer's or the shop's: keep or erase, copy or learn, cut or program first.
CREATE TABLE job_choice (
  job_id uuid NOT NULL REFERENCES job,
  question text NOT NULL CHECK (question IN ('missing', 'copy', 'first')),
  choice text NOT NULL,
  chosen_by text NOT NULL CHECK (chosen_by IN ('customer', 'shop')),
  at timestamptz NOT NULL,
  by_id uuid NOT NULL REFERENCES person,
  PRIMARY KEY (job_id, question)
);

ALTER TABLE shop
  ADD only_key_harm_minor integer NOT NULL DEFAULT 15000 CHECK (only_key_harm_minor >= 0),
  ADD stolen_live_harm_minor integer NOT NULL DEFAULT 100000 CHECK (stolen_live_harm_minor >= 0),
  ADD habit_missing text NOT NULL DEFAULT 'advised' CHECK (habit_missing IN ('advised', 'keep', 'erase')),
  ADD habit_copy text NOT NULL DEFAULT 'advised' CHECK (habit_copy IN ('advised', 'clone', 'learn')),
  ADD habit_first text NOT NULL DEFAULT 'advised' CHECK (habit_first IN ('advised', 'cut', 'program'));

-- What the bureau answers, for how much and how soon.
CREATE TABLE bureau_service (
  kind text PRIMARY KEY CHECK (kind IN ('codeFromVin', 'pinFromVin', 'bittingFromCode')),
  fee_minor integer NOT NULL CHECK (fee_minor >= 0),
  minutes_from integer NOT NULL CHECK (minutes_from >= 0),
  minutes_to integer NOT NULL CHECK (minutes_to >= minutes_from),
  failure_percent integer NOT NULL CHECK (failure_percent BETWEEN 0 AND 100)
);
