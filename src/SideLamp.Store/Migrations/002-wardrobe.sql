-- A show keeps several brands; a brand keeps other logos and typefaces of its own.
UPDATE setting
SET value = json_set(value, '$.wardrobe', json('[]'), '$.brand.alternates', json('[]'), '$.brand.type.own', json('[]'))
WHERE name = 'show';

UPDATE look
SET body = json_set(body, '$.brand.alternates', json('[]'), '$.brand.type.own', json('[]'));
