CREATE TABLE versions (
  scene TEXT NOT NULL,
  revision INTEGER NOT NULL,
  -- Given by a person; a version with a name is kept for ever.
  name TEXT NOT NULL DEFAULT '',
  -- The scene document as JSON, deflated (RFC 1950).
  document BLOB NOT NULL,
  -- When the scene was saved as this revision. ISO 8601, UTC.
  created TEXT NOT NULL,
  -- A PNG drawn from this revision.
  picture BLOB,
  PRIMARY KEY (scene, revision)
) STRICT;
CREATE TABLE set_aside (
  id INTEGER PRIMARY KEY,
  -- The table it stood in.
  source TEXT NOT NULL,
  reason TEXT NOT NULL,
  -- The row as JSON; blobs are left out.
  content TEXT NOT NULL,
  created TEXT NOT NULL
) STRICT;
