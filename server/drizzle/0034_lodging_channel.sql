CREATE TABLE `lodging_channel` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`business_id` integer NOT NULL,
	`holder` text NOT NULL,
	`expires` text NOT NULL,
	`software_told_on` text,
	`user_id` integer NOT NULL,
	`at` text NOT NULL,
	FOREIGN KEY (`business_id`) REFERENCES `business`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `lodging_channel_business` ON `lodging_channel` (`business_id`,`id`);