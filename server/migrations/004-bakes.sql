CREATE TABLE bakes (
  id TEXT PRIMARY KEY,
  -- The scene as it was when the bake was asked for, and its name.
  document TEXT NOT NULL,
  scene TEXT NOT NULL,
  -- SHA-256 of all that its simulation hangs on.
  key TEXT NOT NULL,
  engine INTEGER NOT NULL,
  -- First and last frame, and the last that is on the disk.
  first INTEGER NOT NULL,
  last INTEGER NOT NULL,
  done INTEGER NOT NULL,
  bytes INTEGER NOT NULL DEFAULT 0,
  state TEXT NOT NULL CHECK (state IN ('queued', 'running', 'paused', 'done', 'failed')),
  message TEXT NOT NULL DEFAULT '',
  created TEXT NOT NULL
) STRICT;
