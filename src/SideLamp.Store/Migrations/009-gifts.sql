-- The gift that brought an event, by the sender's own id, and how many it was told with: what one gift brings counts once.
ALTER TABLE event ADD COLUMN gift TEXT NOT NULL DEFAULT '';
ALTER TABLE event ADD COLUMN told INTEGER NOT NULL DEFAULT 1;

CREATE INDEX event_gift ON event (source, gift, kind) WHERE gift <> '';
