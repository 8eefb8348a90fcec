-- Which kinds these columns hold is told by the registries of the core, and applied after the migrations (kind-checks.ts).
ALTER TABLE platform_method DROP CONSTRAINT platform_method_kind_check;
ALTER TABLE tool_cover DROP CONSTRAINT tool_cover_method_check;
ALTER TABLE job DROP CONSTRAINT job_route_check;

-- Cells of a staged row in the order of its list's columns: a list may have any number of them.
ALTER TABLE import_row ADD cells text[];
UPDATE import_row SET cells = ARRAY[c1, c2, c3, c4, c5, c6, c7, c8, c9, c10, c11, c12, c13,
  c14, c15, c16, c17, c18, c19, c20];
ALTER TABLE import_row
  ALTER cells SET NOT NULL,
  DROP c1, DROP c2, DROP c3, DROP c4, DROP c5, DROP c6, DROP c7, DROP c8, DROP c9, DROP c10,
  DROP c11, DROP c12, DROP c13, DROP c14, DROP c15, DROP c16, DROP c17, DROP c18, DROP c19, DROP c20;

-- Where the spaces of a keyway lie and how deep its depths are, by axis, in place of one spacing and one step for all.
CREATE TABLE keyway_space (
  keyway_id uuid NOT NULL REFERENCES keyway,
  axis smallint NOT NULL CHECK (axis BETWEEN 1 AND 2),
  number smallint NOT NULL CHECK (number BETWEEN 1 AND 20),
  at_mm numeric(6, 3) NOT NULL CHECK (at_mm BETWEEN 0 AND 300),
  PRIMARY KEY (keyway_id, axis, number)
);
CREATE TABLE keyway_depth (
  keyway_id uuid NOT NULL REFERENCES keyway,
  axis smallint NOT NULL CHECK (axis BETWEEN 1 AND 2),
  number smallint NOT NULL CHECK (number BETWEEN 1 AND 12),
  cut_mm numeric(6, 3) NOT NULL CHECK (cut_mm BETWEEN 0 AND 30),
  PRIMARY KEY (keyway_id, axis, number)
);
-- Depth 1 is not cut; a keyway whose spacing or step nobody knew has no rows.
INSERT INTO keyway_space (keyway_id, axis, number, at_mm)
  SELECT id, 1, space, first_space_mm + (space - 1) * spacing_mm FROM keyway, generate_series(1, spaces) AS space
  WHERE first_space_mm IS NOT NULL AND spacing_mm IS NOT NULL;
INSERT INTO keyway_depth (keyway_id, axis, number, cut_mm)
  SELECT id, 1, depth, (depth - 1) * depth_step_mm FROM keyway, generate_series(1, depths) AS depth
  WHERE depth_step_mm IS NOT NULL;
ALTER TABLE keyway DROP first_space_mm, DROP spacing_mm, DROP depth_step_mm;

-- A bitting is numbers: a keyway may have twelve depths. Until here each was a digit.
ALTER TABLE code_row ALTER bitting TYPE smallint[] USING string_to_array(bitting, NULL)::smallint[];
