-- Whether a trainee agrees a price of nothing alone.
ALTER TABLE shop ADD free_price_rule text NOT NULL DEFAULT 'secondPerson' CHECK (free_price_rule IN ('secondPerson', 'alone'));
