CREATE TABLE `employed_again` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`person_id` integer NOT NULL,
	`from` text NOT NULL,
	`started_on` text NOT NULL,
	`left_on` text NOT NULL,
	`departure_id` integer,
	`ended` text NOT NULL,
	`at` text NOT NULL,
	`undone_at` text,
	FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`departure_id`) REFERENCES `departure`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `employed_again_person` ON `employed_again` (`person_id`);