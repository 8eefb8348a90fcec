-- The shop answers what customers write; a customer may ask for another time than the one agreed.
ALTER TABLE quote_message ALTER link_id DROP NOT NULL,
  ADD person_id uuid REFERENCES person,
  ADD kind text NOT NULL DEFAULT 'words' CHECK (kind IN ('words', 'time')),
  ADD CHECK ((link_id IS NULL) <> (person_id IS NULL)),
  ADD CHECK (kind = 'words' OR link_id IS NOT NULL);

-- Personal: may be blanked. Strokes of a finger, where the customer signed what he accepted.
ALTER TABLE quote_acceptance ADD signature text;

ALTER TABLE bureau_enquiry ADD settled_at timestamptz;

-- Which news somebody has read; what is told follows from what happened and is not stored.
CREATE TABLE news_read (
  person_id uuid NOT NULL REFERENCES person,
  news_id text NOT NULL CHECK (length(news_id) <= 80),
  read_at timestamptz NOT NULL,
  PRIMARY KEY (person_id, news_id)
);
CREATE INDEX news_read_at ON news_read (read_at);
CREATE INDEX quote_message_at ON quote_message (at);
CREATE INDEX quote_acceptance_at ON quote_acceptance (accepted_at);
CREATE INDEX bureau_enquiry_settled ON bureau_enquiry (settled_at);
