-- Shows have cues and a loudness; the log says what a cue was called, and what a press was made with.
UPDATE setting
SET value = json_set(value, '$.cues', json('[]'), '$.loudness', json_object('level', 1, 'muted', json('false')))
WHERE name = 'show';

ALTER TABLE log ADD COLUMN what TEXT;
ALTER TABLE log ADD COLUMN by TEXT;
