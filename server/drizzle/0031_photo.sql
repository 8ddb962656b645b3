CREATE TABLE `person_photo` (
	`person_id` integer PRIMARY KEY NOT NULL,
	`type` text NOT NULL,
	`picture` blob NOT NULL,
	`at` text NOT NULL,
	FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON UPDATE no action ON DELETE no action
);
