-- How much is noted of a car before it is touched.
ALTER TABLE shop ADD arrival_form text NOT NULL DEFAULT 'long' CHECK (arrival_form IN ('short', 'long'));
