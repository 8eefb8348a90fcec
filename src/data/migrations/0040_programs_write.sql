-- The program that opened a job in somebody's name.
ALTER TABLE job ADD COLUMN opened_with uuid REFERENCES program_token;

-- Changes that a program asked for, by the key it sent with each: the same one again is answered and not done. Neither the key
-- nor what was asked is kept, only what tells them again; answers are forgotten after a week.
CREATE TABLE request_done (
  owner_id uuid NOT NULL,
  key_hash bytea NOT NULL,
  request_hash bytea NOT NULL,
  answer jsonb NOT NULL,
  done_at timestamptz NOT NULL,
  PRIMARY KEY (owner_id, key_hash)
);
CREATE INDEX request_done_at ON request_done (done_at);
