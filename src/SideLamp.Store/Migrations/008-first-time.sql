-- Who did it, by the sender's own id or else by name, so that somebody's first one of a kind is known.
ALTER TABLE event ADD COLUMN who TEXT NOT NULL DEFAULT '';

UPDATE event
SET who = coalesce(nullif(json_extract(body, '$.person'), ''), json_extract(body, '$.name'), '')
WHERE json_valid(body);

CREATE INDEX event_who ON event (kind, who) WHERE gone IS NULL AND correction = 0;
