-- Stolen is a fact of a key on the ring: those of calls that said so are marked.
ALTER TABLE job_key DROP CONSTRAINT job_key_presence_check;
UPDATE job_key SET presence = 'stolen'
  WHERE presence = 'lost' AND job_id IN (SELECT id FROM job WHERE why = 'stolen');

-- What the shop asks for before it copies a working key without electronics.
ALTER TABLE shop ADD plain_copy_rule text NOT NULL DEFAULT 'papers' CHECK (plain_copy_rule IN ('papers', 'note'));

-- What it is worth not to erase a key that is kept elsewhere: it has to be brought and learned again.
ALTER TABLE shop ADD away_key_harm_minor integer NOT NULL DEFAULT 6000 CHECK (away_key_harm_minor >= 0);
