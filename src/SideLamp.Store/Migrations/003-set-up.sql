-- Graphics keep their place, outfits and lettering; shows keep seats of their own and areas to keep clear.
UPDATE graphic
SET body = json_set(
  json_remove(body, '$.offset'),
  '$.place', json_object('x', json_extract(body, '$.offset.x'), 'y', json_extract(body, '$.offset.y'), 'width', NULL, 'scale', 1, 'opacity', 1),
  '$.speed', coalesce(json_extract(body, '$.speed'), 1),
  '$.outfits', json('[]'),
  '$.lettering', json('{}'),
  '$.worn', NULL
);

UPDATE setting
SET value = json_set(value, '$.ownSeats', json('[]'), '$.seatOrder', json('[]'), '$.keepClear', json('[]'), '$.ownTemplates', json('[]'), '$.savedFinishes', json('[]'))
WHERE name = 'show';

-- A look holds more than it did, and cannot be guessed: what was lit before this update is dark after it.
DELETE FROM look;
DELETE FROM air;
