-- Shows have timers.
UPDATE setting
SET value = json_set(value, '$.timers', json('[]'))
WHERE name = 'show';
