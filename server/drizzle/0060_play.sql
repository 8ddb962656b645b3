ALTER TABLE `business` ADD `play` text;--> statement-breakpoint
-- A real business never becomes one to play in, nor the other way: what is sent hangs on it.
CREATE TRIGGER `business_play_stays` BEFORE UPDATE OF `play` ON `business`
WHEN OLD.play IS NOT NEW.play AND NOT (OLD.play IS 'open' AND NEW.play IS 'putAway')
BEGIN SELECT RAISE(ABORT, 'a business to play in is made so, and stays so'); END;
