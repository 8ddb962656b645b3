CREATE INDEX `pay_fact_net` ON `pay_fact` (`cents`) WHERE code = 'net';
--> statement-breakpoint
CREATE VIRTUAL TABLE `find_words` USING fts5(`words`, `business_id` UNINDEXED, tokenize = 'unicode61 remove_diacritics 2', prefix = '2 3 4');
--> statement-breakpoint
INSERT INTO `find_words` (`rowid`, `words`, `business_id`)
SELECT `id` * 4, `given_name` || ' ' || `family_name` || ' ' || `payroll_id`, `business_id` FROM `person`;
--> statement-breakpoint
INSERT INTO `find_words` (`rowid`, `words`, `business_id`)
SELECT `id` * 4 + 1, `reference` || ' ' || `description`, `business_id` FROM `journal`;
--> statement-breakpoint
INSERT INTO `find_words` (`rowid`, `words`, `business_id`)
SELECT `id` * 4 + 2, `what` || ' ' || `about`, `business_id` FROM `audit`;
--> statement-breakpoint
CREATE TRIGGER `find_person` AFTER INSERT ON `person` BEGIN
	INSERT OR REPLACE INTO `find_words` (`rowid`, `words`, `business_id`)
	VALUES (NEW.`id` * 4, NEW.`given_name` || ' ' || NEW.`family_name` || ' ' || NEW.`payroll_id`, NEW.`business_id`);
END;
--> statement-breakpoint
CREATE TRIGGER `find_person_named` AFTER UPDATE OF `given_name`, `family_name`, `payroll_id` ON `person` BEGIN
	UPDATE `find_words` SET `words` = NEW.`given_name` || ' ' || NEW.`family_name` || ' ' || NEW.`payroll_id`
	WHERE `rowid` = NEW.`id` * 4;
END;
--> statement-breakpoint
CREATE TRIGGER `find_journal` AFTER INSERT ON `journal` BEGIN
	INSERT OR REPLACE INTO `find_words` (`rowid`, `words`, `business_id`)
	VALUES (NEW.`id` * 4 + 1, NEW.`reference` || ' ' || NEW.`description`, NEW.`business_id`);
END;
--> statement-breakpoint
CREATE TRIGGER `find_audit` AFTER INSERT ON `audit` BEGIN
	INSERT OR REPLACE INTO `find_words` (`rowid`, `words`, `business_id`)
	VALUES (NEW.`id` * 4 + 2, NEW.`what` || ' ' || NEW.`about`, NEW.`business_id`);
END;
