-- How much of a key is tried before it is handed over.
ALTER TABLE shop
  ADD prove_depth text NOT NULL DEFAULT 'full' CHECK (prove_depth IN ('quick', 'full'));
