CREATE TABLE meshes (
  -- SHA-256 of the file.
  hash TEXT PRIMARY KEY,
  -- Binary glTF as formats/mesh-file.ts writes it.
  glb BLOB NOT NULL,
  created TEXT NOT NULL
) STRICT;
