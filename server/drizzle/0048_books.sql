CREATE TABLE `journal_sum` (
	`journal_id` integer NOT NULL,
	`account` text NOT NULL,
	`debit_cents` integer NOT NULL,
	`credit_cents` integer NOT NULL,
	PRIMARY KEY(`journal_id`, `account`),
	FOREIGN KEY (`journal_id`) REFERENCES `journal`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `span_agreed` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`business_id` integer NOT NULL,
	`from` text NOT NULL,
	`to` text NOT NULL,
	`figures` text NOT NULL,
	`note` text NOT NULL,
	`at` text NOT NULL,
	`user_id` integer NOT NULL,
	FOREIGN KEY (`business_id`) REFERENCES `business`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `span_agreed_business` ON `span_agreed` (`business_id`,`from`);--> statement-breakpoint
INSERT INTO `journal_sum` (`journal_id`, `account`, `debit_cents`, `credit_cents`)
  SELECT `journal_id`, `account`, SUM(`debit_cents`), SUM(`credit_cents`) FROM `journal_line` GROUP BY 1, 2;--> statement-breakpoint
CREATE TRIGGER `journal_sum_line` AFTER INSERT ON `journal_line` BEGIN
	INSERT INTO `journal_sum` (`journal_id`, `account`, `debit_cents`, `credit_cents`)
	VALUES (NEW.`journal_id`, NEW.`account`, NEW.`debit_cents`, NEW.`credit_cents`)
	ON CONFLICT (`journal_id`, `account`) DO UPDATE
	SET `debit_cents` = `debit_cents` + excluded.`debit_cents`, `credit_cents` = `credit_cents` + excluded.`credit_cents`;
END;
