CREATE TABLE logbook (
  id TEXT PRIMARY KEY,
  -- The scene it was kept from, and its name then; it stays when the scene is deleted.
  scene TEXT NOT NULL,
  scene_name TEXT NOT NULL,
  sort TEXT NOT NULL CHECK (sort IN ('trial', 'sounding')),
  title TEXT NOT NULL,
  note TEXT NOT NULL DEFAULT '',
  -- A JSON list of words.
  tags TEXT NOT NULL DEFAULT '[]',
  -- Values and measures of a trial, or the numbers of a sounding, as JSON.
  document TEXT NOT NULL,
  picture BLOB,
  created TEXT NOT NULL
) STRICT;
