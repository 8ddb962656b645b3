-- Nothing is held for the whole practice where one business was taken in: it is held for that business alone.
INSERT INTO setting (name, value)
  SELECT 'movedIn', (SELECT json_group_object(CAST(b.id AS TEXT), json_extract(s.value, '$.backupOf')) FROM business b)
  FROM setting s WHERE s.name = 'outboxHeld' AND json_extract(s.value, '$.imported') = 1;--> statement-breakpoint
DELETE FROM setting WHERE name = 'outboxHeld' AND json_extract(value, '$.imported') = 1;
