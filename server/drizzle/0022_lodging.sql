CREATE TABLE `lodging_sender` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`business_id` integer NOT NULL,
	`from` text NOT NULL,
	`agent` text,
	`user_id` integer NOT NULL,
	`at` text NOT NULL,
	FOREIGN KEY (`business_id`) REFERENCES `business`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `lodging_sender_business` ON `lodging_sender` (`business_id`,`from`);--> statement-breakpoint
CREATE TABLE `lodging_standing` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`business_id` integer NOT NULL,
	`kind` text NOT NULL,
	`from` text NOT NULL,
	`to` text,
	`reason` text NOT NULL,
	`reference` text NOT NULL,
	`ended_on` text,
	`user_id` integer NOT NULL,
	`at` text NOT NULL,
	FOREIGN KEY (`business_id`) REFERENCES `business`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `lodging_standing_business` ON `lodging_standing` (`business_id`,`from`);