-- What viewers wrote; erased after 14 days.
CREATE TABLE chat (
  no INTEGER PRIMARY KEY,
  at INTEGER NOT NULL,
  source TEXT NOT NULL,
  id TEXT NOT NULL,
  person TEXT NOT NULL,
  nick TEXT NOT NULL,
  name TEXT NOT NULL,
  role INTEGER NOT NULL,
  channel TEXT NOT NULL,
  text TEXT NOT NULL,
  picture TEXT NOT NULL DEFAULT '',
  held INTEGER NOT NULL DEFAULT 0,
  gone INTEGER NOT NULL DEFAULT 0
);

CREATE INDEX chat_at ON chat (at);
CREATE INDEX chat_person ON chat (person);

-- Votes, each as it was cast: rows are only ever added. A vote that is forgotten takes its rows with it.
CREATE TABLE paper (
  vote TEXT NOT NULL,
  run INTEGER NOT NULL,
  no INTEGER NOT NULL,
  person TEXT NOT NULL,
  option INTEGER,
  PRIMARY KEY (vote, run, no)
) WITHOUT ROWID;
