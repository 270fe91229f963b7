-- The last edits, to be taken back, and those that were, in the order in which they were (1 = the first).
CREATE TABLE edit (
  no INTEGER PRIMARY KEY,
  undone INTEGER NOT NULL,
  body TEXT NOT NULL
);

-- What was deleted in the last 30 days.
CREATE TABLE binned (
  no INTEGER PRIMARY KEY,
  body TEXT NOT NULL
);
