CREATE TABLE `act` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`business_id` integer NOT NULL,
	`kind` text NOT NULL,
	`person_id` integer NOT NULL,
	`run_id` integer,
	`lines` text NOT NULL,
	`corrects_pay_id` integer,
	`terms_id` integer,
	`owed` text DEFAULT '[]' NOT NULL,
	`user_id` integer,
	`at` text NOT NULL,
	`undone_at` text,
	FOREIGN KEY (`business_id`) REFERENCES `business`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`run_id`) REFERENCES `pay_run`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`corrects_pay_id`) REFERENCES `pay`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `act_run` ON `act` (`run_id`);--> statement-breakpoint
CREATE INDEX `act_person` ON `act` (`person_id`);--> statement-breakpoint
CREATE TABLE `debt` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`act_id` integer NOT NULL,
	`person_id` integer NOT NULL,
	`element_id` integer NOT NULL,
	`total_cents` integer NOT NULL,
	`per_pay_cents` integer NOT NULL,
	`since` text NOT NULL,
	FOREIGN KEY (`act_id`) REFERENCES `act`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`element_id`) REFERENCES `pay_element`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `debt_person` ON `debt` (`person_id`);--> statement-breakpoint
CREATE INDEX `debt_act` ON `debt` (`act_id`);--> statement-breakpoint
ALTER TABLE `departure` ADD `left_out_pay_id` integer REFERENCES pay(id);--> statement-breakpoint
ALTER TABLE `pay` ADD `typed` text;--> statement-breakpoint
ALTER TABLE `pay` ADD `laid` text;--> statement-breakpoint
ALTER TABLE `pay` ADD `stale` integer DEFAULT false NOT NULL;--> statement-breakpoint
CREATE INDEX `pay_stale` ON `pay` (`run_id`) WHERE "pay"."stale";--> statement-breakpoint
CREATE INDEX `pay_run_state` ON `pay_run` (`state`);--> statement-breakpoint
CREATE INDEX `outbox_business` ON `outbox` (`business_id`,`channel`);--> statement-breakpoint
CREATE INDEX `journal_run` ON `journal` (`run_id`);
--> statement-breakpoint
CREATE TRIGGER `employment_terms_stale` AFTER INSERT ON `employment_terms` BEGIN
	UPDATE `pay` SET `stale` = true WHERE `person_id` = NEW.`person_id` AND `run_id` IN (SELECT `id` FROM `pay_run` WHERE `state` = 'open');
END;
--> statement-breakpoint
CREATE TRIGGER `usual_pay_stale` AFTER INSERT ON `usual_pay` BEGIN
	UPDATE `pay` SET `stale` = true WHERE `person_id` = NEW.`person_id` AND `run_id` IN (SELECT `id` FROM `pay_run` WHERE `state` = 'open');
END;
--> statement-breakpoint
CREATE TRIGGER `time_terms_stale` AFTER INSERT ON `time_terms` BEGIN
	UPDATE `pay` SET `stale` = true WHERE `person_id` = NEW.`person_id` AND `run_id` IN (SELECT `id` FROM `pay_run` WHERE `state` = 'open');
END;
--> statement-breakpoint
CREATE TRIGGER `leave_terms_stale` AFTER INSERT ON `leave_terms` BEGIN
	UPDATE `pay` SET `stale` = true WHERE `person_id` = NEW.`person_id` AND `run_id` IN (SELECT `id` FROM `pay_run` WHERE `state` = 'open');
END;
--> statement-breakpoint
CREATE TRIGGER `holiday_terms_stale` AFTER INSERT ON `holiday_terms` BEGIN
	UPDATE `pay` SET `stale` = true WHERE `person_id` = NEW.`person_id` AND `run_id` IN (SELECT `id` FROM `pay_run` WHERE `state` = 'open');
END;
--> statement-breakpoint
CREATE TRIGGER `time_day_stale` AFTER INSERT ON `time_day` BEGIN
	UPDATE `pay` SET `stale` = true WHERE `person_id` = NEW.`person_id` AND `run_id` IN (SELECT `id` FROM `pay_run` WHERE `state` = 'open');
END;
--> statement-breakpoint
CREATE TRIGGER `departure_stale` AFTER INSERT ON `departure` BEGIN
	UPDATE `pay` SET `stale` = true WHERE `person_id` = NEW.`person_id` AND `run_id` IN (SELECT `id` FROM `pay_run` WHERE `state` = 'open');
END;
--> statement-breakpoint
CREATE TRIGGER `closedown_stale` AFTER INSERT ON `closedown` BEGIN
	UPDATE `pay` SET `stale` = true WHERE `person_id` = NEW.`person_id` AND `run_id` IN (SELECT `id` FROM `pay_run` WHERE `state` = 'open');
END;
--> statement-breakpoint
CREATE TRIGGER `act_stale` AFTER INSERT ON `act` BEGIN
	UPDATE `pay` SET `stale` = true WHERE `person_id` = NEW.`person_id` AND `run_id` IN (SELECT `id` FROM `pay_run` WHERE `state` = 'open');
END;
--> statement-breakpoint
CREATE TRIGGER `debt_stale` AFTER INSERT ON `debt` BEGIN
	UPDATE `pay` SET `stale` = true WHERE `person_id` = NEW.`person_id` AND `run_id` IN (SELECT `id` FROM `pay_run` WHERE `state` = 'open');
END;
--> statement-breakpoint
CREATE TRIGGER `departure_stale_again` AFTER UPDATE ON `departure` BEGIN
	UPDATE `pay` SET `stale` = true WHERE `person_id` = NEW.`person_id` AND `run_id` IN (SELECT `id` FROM `pay_run` WHERE `state` = 'open');
END;
--> statement-breakpoint
CREATE TRIGGER `closedown_stale_again` AFTER UPDATE ON `closedown` BEGIN
	UPDATE `pay` SET `stale` = true WHERE `person_id` = NEW.`person_id` AND `run_id` IN (SELECT `id` FROM `pay_run` WHERE `state` = 'open');
END;
--> statement-breakpoint
CREATE TRIGGER `act_stale_again` AFTER UPDATE ON `act` BEGIN
	UPDATE `pay` SET `stale` = true WHERE `person_id` = NEW.`person_id` AND `run_id` IN (SELECT `id` FROM `pay_run` WHERE `state` = 'open');
END;
--> statement-breakpoint
CREATE TRIGGER `person_stale` AFTER UPDATE OF `start_date`, `end_date`, `birth_date` ON `person` BEGIN
	UPDATE `pay` SET `stale` = true WHERE `person_id` = NEW.`id` AND `run_id` IN (SELECT `id` FROM `pay_run` WHERE `state` = 'open');
END;
--> statement-breakpoint
CREATE TRIGGER `time_approval_stale` AFTER INSERT ON `time_approval` BEGIN
	UPDATE `pay` SET `stale` = true WHERE `person_id` = (SELECT `person_id` FROM `time_day` WHERE `id` = NEW.`day_id`) AND `run_id` IN (SELECT `id` FROM `pay_run` WHERE `state` = 'open');
END;
--> statement-breakpoint
CREATE TRIGGER `time_paid_stale` AFTER INSERT ON `time_paid` BEGIN
	UPDATE `pay` SET `stale` = true WHERE `person_id` = NEW.`person_id` AND `run_id` IN (SELECT `id` FROM `pay_run` WHERE `state` = 'open');
END;
--> statement-breakpoint
CREATE TRIGGER `leave_answer_stale` AFTER INSERT ON `leave_answer` BEGIN
	UPDATE `pay` SET `stale` = true WHERE `person_id` = (SELECT `person_id` FROM `leave_request` WHERE `id` = NEW.`request_id`) AND `run_id` IN (SELECT `id` FROM `pay_run` WHERE `state` = 'open');
END;
--> statement-breakpoint
CREATE TRIGGER `agreement_facts_stale` AFTER INSERT ON `agreement_facts` BEGIN
	UPDATE `pay` SET `stale` = true WHERE `run_id` IN (SELECT `id` FROM `pay_run` WHERE `state` = 'open' AND `business_id` = NEW.`business_id`);
END;
--> statement-breakpoint
CREATE TRIGGER `own_rule_set_stale` AFTER INSERT ON `own_rule_set` BEGIN
	UPDATE `pay` SET `stale` = true WHERE `run_id` IN (SELECT `id` FROM `pay_run` WHERE `state` = 'open' AND `business_id` = NEW.`business_id`);
END;
--> statement-breakpoint
UPDATE `pay_run` SET `kind` = 'outsideCycle' WHERE `kind` = 'unscheduled';
--> statement-breakpoint
UPDATE `pay` SET `stale` = true WHERE `run_id` IN (SELECT `id` FROM `pay_run` WHERE `state` = 'open');
