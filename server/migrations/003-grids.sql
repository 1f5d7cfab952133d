CREATE TABLE grids (
  -- SHA-256 of the file.
  hash TEXT PRIMARY KEY,
  -- VTK image data as formats/vti.ts writes it.
  vti BLOB NOT NULL,
  created TEXT NOT NULL
) STRICT;
