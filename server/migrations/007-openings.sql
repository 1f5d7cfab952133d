-- The first frames of the shot, one below the other in one WebP or PNG; shown until the scene itself is drawn.
ALTER TABLE scenes ADD COLUMN opening BLOB;
-- The revision that they were drawn from.
ALTER TABLE scenes ADD COLUMN opening_revision INTEGER;
