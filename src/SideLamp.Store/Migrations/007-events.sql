-- What viewers did, and what was corrected by hand, one row each, added and never rewritten: figures are counted from these.
CREATE TABLE event (
  seq INTEGER PRIMARY KEY,
  source TEXT NOT NULL,
  id TEXT NOT NULL,
  kind TEXT NOT NULL,
  -- When it counts, in ms since 1970.
  at INTEGER NOT NULL,
  -- What its size is counted in: a currency, or nothing.
  unit TEXT NOT NULL,
  size INTEGER NOT NULL,
  times INTEGER NOT NULL,
  correction INTEGER NOT NULL,
  -- Of a reversal: which event it takes back.
  reverses_source TEXT,
  reverses_id TEXT,
  -- Of what was taken back: by which row.
  gone INTEGER,
  -- The name, the words, and what else is only shown.
  body TEXT NOT NULL
);

CREATE UNIQUE INDEX event_key ON event (source, id);
CREATE INDEX event_reversal ON event (reverses_source, reverses_id) WHERE reverses_id IS NOT NULL;
CREATE INDEX event_at ON event (at);
CREATE INDEX event_latest ON event (kind, at, seq) WHERE gone IS NULL AND correction = 0;
CREATE INDEX event_top ON event (kind, unit, size) WHERE gone IS NULL AND correction = 0;

-- Runs of the show, by which figures are counted.
CREATE TABLE session (
  no INTEGER PRIMARY KEY,
  began INTEGER NOT NULL,
  ended INTEGER
);
