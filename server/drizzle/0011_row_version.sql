-- Whoever changes a row raises its version: a colleague's older copy of it is then noticed.
CREATE TRIGGER `pay_version` AFTER UPDATE OF `lines`, `included`, `periods`, `overrides` ON `pay` BEGIN
	UPDATE `pay` SET `version` = OLD.`version` + 1 WHERE `id` = NEW.`id`;
END;
