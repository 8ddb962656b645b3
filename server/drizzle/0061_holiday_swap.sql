CREATE TABLE `holiday_swap` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`person_id` integer NOT NULL,
	`original` text NOT NULL,
	`substitute` text NOT NULL,
	`name` text NOT NULL,
	`agreed_on` text NOT NULL,
	`how` text NOT NULL,
	`user_id` integer NOT NULL,
	`at` text NOT NULL,
	`undone_at` text,
	FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `holiday_swap_person` ON `holiday_swap` (`person_id`);