CREATE TABLE `staff_change` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`person_id` integer NOT NULL,
	`section` text NOT NULL,
	`values` text NOT NULL,
	`words` text NOT NULL,
	`at` text NOT NULL,
	`state` text NOT NULL,
	`answered_by` integer,
	`answered_at` text,
	FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`answered_by`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `staff_change_person` ON `staff_change` (`person_id`,`state`);--> statement-breakpoint
CREATE TABLE `staff_link` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`user_id` integer NOT NULL,
	`person_id` integer NOT NULL,
	`opened_at` text NOT NULL,
	`ended_at` text,
	FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `staff_link_user` ON `staff_link` (`user_id`);--> statement-breakpoint
CREATE INDEX `staff_link_person` ON `staff_link` (`person_id`);--> statement-breakpoint
ALTER TABLE `invitation` ADD `person_id` integer;--> statement-breakpoint
ALTER TABLE `user` ADD `staff` integer DEFAULT false NOT NULL;