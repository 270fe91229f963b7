-- All that is kept lies in pieces that change for one reason each. Bodies are JSON and say the version of their shape; the
-- codecs (SideLamp.Core/Keeping) bring older ones up when they are read.

-- The show's lists, entry by entry.
CREATE TABLE entry (
  list TEXT NOT NULL,
  id TEXT NOT NULL,
  place INTEGER NOT NULL,
  body TEXT NOT NULL,
  PRIMARY KEY (list, id)
) WITHOUT ROWID;

INSERT INTO entry SELECT 'graphic', id, place, json_remove(body, '$.up', '$.worn') FROM graphic;
INSERT INTO entry SELECT 'feed', id, place, body FROM feed;
INSERT INTO entry SELECT 'output', id, place, body FROM output;

-- What is chosen for the air: no edits.
CREATE TABLE choice (
  graphic TEXT PRIMARY KEY,
  body TEXT NOT NULL
) WITHOUT ROWID;

INSERT INTO choice
SELECT id, json_object('card', json_extract(body, '$.up'), 'outfit', json_extract(body, '$.worn'), 'counts', json('{}')) FROM graphic;

-- What can be taken back on air, one row an act.
CREATE TABLE act (
  seq INTEGER PRIMARY KEY,
  body TEXT NOT NULL
);

INSERT INTO act SELECT one.key + 1, one.value FROM air, json_each(air.state, '$.acts') AS one;

-- Presses of the last minute, so that a repeat does nothing.
CREATE TABLE command (
  id TEXT PRIMARY KEY,
  at REAL NOT NULL
) WITHOUT ROWID;

INSERT OR IGNORE INTO command SELECT one.key, one.value FROM air, json_each(air.state, '$.recent') AS one;

UPDATE air SET state = json_set(json_remove(state, '$.acts', '$.recent'), '$.actCount', (SELECT coalesce(max(seq), 0) FROM act));

-- What the air shows, or may have to show again; its large parts by their hash.
ALTER TABLE look RENAME TO content;

CREATE TABLE large (
  hash TEXT PRIMARY KEY,
  body TEXT NOT NULL
) WITHOUT ROWID;

-- The last good words of each feed.
CREATE TABLE value (
  feed TEXT PRIMARY KEY,
  body TEXT NOT NULL
) WITHOUT ROWID;

INSERT INTO value SELECT id, last FROM feed WHERE json_extract(last, '$.table') IS NOT NULL AND json_extract(last, '$.changedAt') IS NOT NULL;

DROP TABLE graphic;
DROP TABLE feed;
DROP TABLE output;
