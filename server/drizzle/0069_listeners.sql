CREATE TABLE `event_told` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`listener_id` integer NOT NULL,
	`entry` integer NOT NULL,
	`message_id` text NOT NULL,
	`body` text NOT NULL,
	`state` text NOT NULL,
	`tries` integer NOT NULL,
	`made_ms` integer NOT NULL,
	`next_ms` integer NOT NULL,
	`told_at` text,
	`detail` text NOT NULL,
	FOREIGN KEY (`listener_id`) REFERENCES `listener`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `event_told_entry` ON `event_told` (`listener_id`,`entry`);--> statement-breakpoint
CREATE INDEX `event_told_state` ON `event_told` (`state`,`next_ms`);--> statement-breakpoint
CREATE TABLE `listener` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`program_id` integer NOT NULL,
	`url` text NOT NULL,
	`kinds` text NOT NULL,
	`secret` text NOT NULL,
	`user_id` integer NOT NULL,
	`made_at` text NOT NULL,
	`ended_at` text,
	`seen` integer NOT NULL,
	FOREIGN KEY (`program_id`) REFERENCES `program`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `listener_program` ON `listener` (`program_id`);