CREATE TABLE `sheet_column` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`business_id` integer NOT NULL,
	`heading` text NOT NULL,
	`means` text NOT NULL,
	`user_id` integer NOT NULL,
	`at` text NOT NULL,
	FOREIGN KEY (`business_id`) REFERENCES `business`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `sheet_column_business` ON `sheet_column` (`business_id`);