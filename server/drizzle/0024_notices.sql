CREATE TABLE `agency_notice` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`business_id` integer NOT NULL,
	`number` text NOT NULL,
	`kind` text NOT NULL,
	`value` text NOT NULL,
	`from` text NOT NULL,
	`person_id` integer,
	`shown` text NOT NULL,
	`received_at` text NOT NULL,
	`applied` integer,
	`reason` text,
	`answered_by` integer,
	FOREIGN KEY (`business_id`) REFERENCES `business`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`answered_by`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `agency_notice_number` ON `agency_notice` (`business_id`,`number`);