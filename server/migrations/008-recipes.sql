CREATE TABLE recipes (
  id TEXT PRIMARY KEY,
  sort TEXT NOT NULL,
  name TEXT NOT NULL,
  note TEXT NOT NULL DEFAULT '',
  -- A JSON list of words.
  tags TEXT NOT NULL DEFAULT '[]',
  -- The middle of the particles that it was made for, as a JSON list of three numbers.
  about TEXT NOT NULL DEFAULT '[0,0,0]',
  -- A scene document with nothing but the recipe.
  document TEXT NOT NULL,
  picture BLOB,
  created TEXT NOT NULL
) STRICT;
