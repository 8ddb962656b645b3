CREATE TABLE `opening_year` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`person_id` integer NOT NULL,
	`year_start` text NOT NULL,
	`carried` integer NOT NULL,
	`sums` text NOT NULL,
	`recorded_at` text NOT NULL,
	FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `opening_year_person` ON `opening_year` (`person_id`,`year_start`);--> statement-breakpoint
CREATE TABLE `standing_tick` (
	`person_id` integer NOT NULL,
	`key` text NOT NULL,
	`user_id` integer NOT NULL,
	`at` text NOT NULL,
	PRIMARY KEY(`person_id`, `key`),
	FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
ALTER TABLE `business` ADD `withholder` text DEFAULT 'medium' NOT NULL;--> statement-breakpoint
ALTER TABLE `tax_declaration` ADD `home_country` text;--> statement-breakpoint
ALTER TABLE `tax_declaration` ADD `employer_registered` integer DEFAULT true NOT NULL;--> statement-breakpoint
ALTER TABLE `tax_declaration` ADD `variation_percent` text;--> statement-breakpoint
ALTER TABLE `kiwi_saver` ADD `voluntary_employer` integer DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `tax_code` ADD `loan_rate` text;--> statement-breakpoint
ALTER TABLE `departure` ADD `invalidity` integer DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `departure` ADD `small_employer` integer;--> statement-breakpoint
ALTER TABLE `pay_run` ADD `reason` text;