-- Chips that can be set to be one of several kinds; what is publicly known of their comebacks, in hundredths of a percent.
CREATE TABLE multi_type_chip (
  article text PRIMARY KEY,
  families text[] NOT NULL,
  setting text NOT NULL,
  redo_basis_points integer NOT NULL CHECK (redo_basis_points BETWEEN 0 AND 10000)
);

-- What a licence costs to buy or renew, or a pack of credits; null where nobody noted it.
ALTER TABLE tool_right ADD buy_minor integer CHECK (buy_minor >= 0);

-- Days on which the shop does not drive out and nothing is brought: [{"day": "2027-12-27", "name": "…"}].
ALTER TABLE shop ADD holidays jsonb NOT NULL DEFAULT '[]' CHECK (jsonb_typeof(holidays) = 'array');

-- Articles and lines that somebody priced by hand, for a car that the library does not know.
ALTER TABLE quote_terms ADD hand jsonb CHECK (jsonb_typeof(hand) = 'object');
