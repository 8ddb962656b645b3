CREATE TABLE `agreement_facts` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`business_id` integer NOT NULL,
	`agreement` text NOT NULL,
	`from` text NOT NULL,
	`settings` text NOT NULL,
	`rates` text NOT NULL,
	`source` text,
	`user_id` integer NOT NULL,
	`recorded_at` text NOT NULL,
	FOREIGN KEY (`business_id`) REFERENCES `business`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `agreement_facts_business` ON `agreement_facts` (`business_id`,`agreement`,`from`);--> statement-breakpoint
CREATE TABLE `own_rule_set` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`business_id` integer NOT NULL,
	`code` text NOT NULL,
	`valid_from` text NOT NULL,
	`rules` text NOT NULL,
	`origin` text,
	`user_id` integer NOT NULL,
	`recorded_at` text NOT NULL,
	FOREIGN KEY (`business_id`) REFERENCES `business`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `own_rule_set_business` ON `own_rule_set` (`business_id`,`code`);--> statement-breakpoint
CREATE TABLE `time_approval` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`day_id` integer NOT NULL,
	`approved` integer NOT NULL,
	`user_id` integer NOT NULL,
	`at` text NOT NULL,
	FOREIGN KEY (`day_id`) REFERENCES `time_day`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `time_approval_day` ON `time_approval` (`day_id`);--> statement-breakpoint
CREATE TABLE `time_day` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`person_id` integer NOT NULL,
	`date` text NOT NULL,
	`kind` text NOT NULL,
	`record` text,
	`source` text NOT NULL,
	`user_id` integer NOT NULL,
	`at` text NOT NULL,
	FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `time_day_person` ON `time_day` (`person_id`,`date`,`kind`);--> statement-breakpoint
CREATE TABLE `time_paid` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`day_id` integer NOT NULL,
	`person_id` integer NOT NULL,
	`date` text NOT NULL,
	`pay_id` integer NOT NULL,
	`sign` integer NOT NULL,
	FOREIGN KEY (`day_id`) REFERENCES `time_day`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`pay_id`) REFERENCES `pay`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `time_paid_person` ON `time_paid` (`person_id`,`date`);--> statement-breakpoint
CREATE INDEX `time_paid_pay` ON `time_paid` (`pay_id`);--> statement-breakpoint
CREATE TABLE `time_terms` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`person_id` integer NOT NULL,
	`from` text NOT NULL,
	`agreement` text,
	`classification` text,
	`use` text NOT NULL,
	`settings` text NOT NULL,
	`flags` text NOT NULL,
	FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `time_terms_person` ON `time_terms` (`person_id`,`from`);--> statement-breakpoint
ALTER TABLE `pay` ADD `open_time` text;