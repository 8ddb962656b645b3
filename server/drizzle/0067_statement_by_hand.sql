CREATE TABLE `statement_by_hand` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`business_id` integer NOT NULL,
	`period_start` text NOT NULL,
	`w3_cents` integer NOT NULL,
	`w4_cents` integer NOT NULL,
	`note` text NOT NULL,
	`user_id` integer NOT NULL,
	`at` text NOT NULL,
	FOREIGN KEY (`business_id`) REFERENCES `business`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `statement_by_hand_business` ON `statement_by_hand` (`business_id`,`period_start`);