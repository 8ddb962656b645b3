CREATE TABLE `calendar_feed` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`business_id` integer NOT NULL,
	`hash` text NOT NULL,
	`user_id` integer NOT NULL,
	`at` text NOT NULL,
	`ended_at` text,
	FOREIGN KEY (`business_id`) REFERENCES `business`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `calendar_feed_hash` ON `calendar_feed` (`hash`);--> statement-breakpoint
CREATE TABLE `leave_answer` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`request_id` integer NOT NULL,
	`answer` text NOT NULL,
	`comment` text,
	`below_nought` integer NOT NULL,
	`user_id` integer NOT NULL,
	`at` text NOT NULL,
	FOREIGN KEY (`request_id`) REFERENCES `leave_request`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `leave_answer_request` ON `leave_answer` (`request_id`);--> statement-breakpoint
CREATE TABLE `leave_request` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`business_id` integer NOT NULL,
	`person_id` integer NOT NULL,
	`kind` text NOT NULL,
	`first` text NOT NULL,
	`last` text NOT NULL,
	`hours_a_day` text,
	`in_advance` integer NOT NULL,
	`note` text,
	`user_id` integer NOT NULL,
	`at` text NOT NULL,
	FOREIGN KEY (`business_id`) REFERENCES `business`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `leave_request_business` ON `leave_request` (`business_id`,`last`);--> statement-breakpoint
CREATE INDEX `leave_request_person` ON `leave_request` (`person_id`,`first`);--> statement-breakpoint
PRAGMA foreign_keys=OFF;--> statement-breakpoint
CREATE TABLE `__new_journal` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`business_id` integer NOT NULL,
	`run_id` integer,
	`reference` text NOT NULL,
	`kind` text NOT NULL,
	`date` text NOT NULL,
	`description` text NOT NULL,
	FOREIGN KEY (`business_id`) REFERENCES `business`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`run_id`) REFERENCES `pay_run`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
INSERT INTO `__new_journal`("id", "business_id", "run_id", "reference", "kind", "date", "description") SELECT "id", "business_id", "run_id", "reference", "kind", "date", "description" FROM `journal`;--> statement-breakpoint
DROP TABLE `journal`;--> statement-breakpoint
ALTER TABLE `__new_journal` RENAME TO `journal`;--> statement-breakpoint
PRAGMA foreign_keys=ON;--> statement-breakpoint
CREATE INDEX `journal_business` ON `journal` (`business_id`,`date`);--> statement-breakpoint
CREATE UNIQUE INDEX `journal_reference` ON `journal` (`business_id`,`reference`);--> statement-breakpoint
ALTER TABLE `leave_entry` ADD `reason` text;