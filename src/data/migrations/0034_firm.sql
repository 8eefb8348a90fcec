-- Who the shop is, as its papers say, the paper they are printed on, and its own words on them.
ALTER TABLE shop
  ADD address text NOT NULL DEFAULT '' CHECK (length(address) <= 300),
  ADD phone text NOT NULL DEFAULT '' CHECK (length(phone) <= 60),
  ADD mail text NOT NULL DEFAULT '' CHECK (length(mail) <= 120),
  ADD tax_number text NOT NULL DEFAULT '' CHECK (length(tax_number) <= 60),
  ADD bank text NOT NULL DEFAULT '' CHECK (length(bank) <= 300),
  ADD paper_size text NOT NULL DEFAULT 'letter' CHECK (paper_size IN ('letter', 'a4')),
  ADD own_texts jsonb NOT NULL DEFAULT '{}' CHECK (jsonb_typeof(own_texts) = 'object');

-- A picture drawn anew as PNG, so that nothing hidden is in it.
CREATE TABLE shop_logo (
  only_one boolean PRIMARY KEY DEFAULT true CHECK (only_one),
  png bytea NOT NULL CHECK (length(png) BETWEEN 1 AND 500000),
  version text NOT NULL
);
