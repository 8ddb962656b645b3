CREATE TABLE `press` (
	`user_id` integer NOT NULL,
	`key` text NOT NULL,
	`at` integer NOT NULL,
	PRIMARY KEY(`user_id`, `key`)
);
--> statement-breakpoint
CREATE INDEX `press_at` ON `press` (`at`);