-- What a blade needs beside its spaces and depths; what nobody knows is null.
ALTER TABLE keyway
  ADD blade_length_mm numeric(5, 2) CHECK (blade_length_mm BETWEEN 5 AND 120),
  ADD blade_thickness_mm numeric(4, 2) CHECK (blade_thickness_mm BETWEEN 0.5 AND 10),
  -- Included.
  ADD cut_angle_deg numeric(5, 2) CHECK (cut_angle_deg BETWEEN 20 AND 170),
  ADD flat_mm numeric(4, 2) CHECK (flat_mm BETWEEN 0.1 AND 5),
  -- One for each row of cuts.
  ADD recut text[] CHECK (cardinality(recut) BETWEEN 1 AND 2 AND recut <@ '{deeper,never}');

-- A disc is cut at angles.
ALTER TABLE keyway_depth
  ALTER cut_mm DROP NOT NULL,
  ADD cut_deg numeric(5, 2) CHECK (cut_deg BETWEEN 0 AND 180),
  ADD CHECK (num_nonnulls(cut_mm, cut_deg) = 1);
