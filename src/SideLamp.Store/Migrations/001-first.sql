-- One row a thing, its contents as JSON: what is queried has a column, the rest is read whole.
CREATE TABLE setting (
  name TEXT PRIMARY KEY,
  value TEXT NOT NULL
);

CREATE TABLE graphic (
  id TEXT PRIMARY KEY,
  place INTEGER NOT NULL,
  body TEXT NOT NULL
);

CREATE TABLE feed (
  id TEXT PRIMARY KEY,
  place INTEGER NOT NULL,
  body TEXT NOT NULL,
  last TEXT
);

CREATE TABLE output (
  id TEXT PRIMARY KEY,
  place INTEGER NOT NULL,
  body TEXT NOT NULL
);

CREATE TABLE asset (
  id TEXT PRIMARY KEY,
  type TEXT NOT NULL,
  name TEXT NOT NULL,
  bytes INTEGER NOT NULL
);

-- The one row of what is on air now.
CREATE TABLE air (
  id INTEGER PRIMARY KEY CHECK (id = 1),
  state TEXT NOT NULL
);

-- Looks that the air refers to, so that what was lit looks the same after a restart.
CREATE TABLE look (
  id TEXT PRIMARY KEY,
  body TEXT NOT NULL
);

-- The as-run record.
CREATE TABLE log (
  id INTEGER PRIMARY KEY,
  at REAL NOT NULL,
  kind TEXT NOT NULL,
  graphic TEXT,
  name TEXT,
  origin TEXT NOT NULL,
  shown REAL
);
