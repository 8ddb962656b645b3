CREATE TABLE `leave_balance` (
	`person_id` integer NOT NULL,
	`kind` text NOT NULL,
	`amount_e4` integer NOT NULL,
	PRIMARY KEY(`person_id`, `kind`),
	FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `year_sum` (
	`person_id` integer NOT NULL,
	`year_start` text NOT NULL,
	`code` text NOT NULL,
	`cents` integer NOT NULL,
	PRIMARY KEY(`person_id`, `year_start`, `code`),
	FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
ALTER TABLE `signed_pay` ADD `workings` blob;--> statement-breakpoint
ALTER TABLE `pay` ADD `version` integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE `pay` ADD `kept` text;--> statement-breakpoint
CREATE TRIGGER `leave_entry_kept` AFTER INSERT ON `leave_entry` BEGIN
	INSERT INTO `leave_balance` (`person_id`, `kind`, `amount_e4`) VALUES (NEW.`person_id`, NEW.`kind`, NEW.`hours_e4`)
	ON CONFLICT (`person_id`, `kind`) DO UPDATE SET `amount_e4` = `amount_e4` + NEW.`hours_e4`;
END;
--> statement-breakpoint
INSERT INTO `leave_balance` (`person_id`, `kind`, `amount_e4`)
	SELECT `person_id`, `kind`, SUM(`hours_e4`) FROM `leave_entry` GROUP BY `person_id`, `kind`;
--> statement-breakpoint
INSERT INTO `year_sum` (`person_id`, `year_start`, `code`, `cents`)
	SELECT f.`person_id`,
		CASE WHEN b.`country` = 'AU'
			THEN (CASE WHEN substr(f.`payday`, 6) >= '07-01' THEN substr(f.`payday`, 1, 4) ELSE CAST(substr(f.`payday`, 1, 4) - 1 AS TEXT) END) || '-07-01'
			ELSE (CASE WHEN substr(f.`payday`, 6) >= '04-01' THEN substr(f.`payday`, 1, 4) ELSE CAST(substr(f.`payday`, 1, 4) - 1 AS TEXT) END) || '-04-01'
		END AS `year`,
		f.`code`, SUM(f.`cents`)
	FROM `pay_fact` f JOIN `person` p ON p.`id` = f.`person_id` JOIN `business` b ON b.`id` = p.`business_id`
	GROUP BY f.`person_id`, `year`, f.`code`;
