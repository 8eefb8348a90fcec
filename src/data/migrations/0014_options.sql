-- Chips that can be set to be one of several kinds; what is publicly known of their comebacks, in hundredths of a percent.
CREATE TABLE multi_type_chip (
  article text PRIMARY KEY,
  families text[] NOT NULL,
  setting text NOT NULL,
  redo_basis_points integer NOT NULL CHECK (redo_basis_points BETWEEN 0 AND 10000)
);
