CREATE TABLE scenes (
  id TEXT PRIMARY KEY,
  name TEXT NOT NULL,
  -- The scene document as JSON.
  document TEXT NOT NULL,
  -- Grows by one with every change of the document.
  revision INTEGER NOT NULL DEFAULT 1,
  -- ISO 8601, UTC.
  created TEXT NOT NULL,
  changed TEXT NOT NULL,
  -- Set while a scene can still be brought back.
  deleted TEXT,
  -- A PNG drawn from the scene at that revision.
  picture BLOB,
  picture_revision INTEGER
) STRICT;

CREATE INDEX scenes_by_change ON scenes (changed) WHERE deleted IS NULL;

CREATE TABLE images (
  -- SHA-256 of the PNG.
  hash TEXT PRIMARY KEY,
  png BLOB NOT NULL,
  width INTEGER NOT NULL,
  height INTEGER NOT NULL,
  created TEXT NOT NULL
) STRICT;
