CREATE TABLE `letter` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`message_id` text NOT NULL,
	`business_id` integer,
	`recipient` text NOT NULL,
	`about` text NOT NULL,
	`link` text,
	`at` text NOT NULL,
	`until` integer,
	`text` text,
	`state` text NOT NULL,
	`tries` integer NOT NULL,
	`next_at` integer NOT NULL,
	`detail` text DEFAULT '' NOT NULL,
	FOREIGN KEY (`business_id`) REFERENCES `business`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `letter_state` ON `letter` (`state`,`next_at`);--> statement-breakpoint
CREATE INDEX `letter_about` ON `letter` (`about`);--> statement-breakpoint
ALTER TABLE `outbox` ADD `odd` integer DEFAULT false NOT NULL;