CREATE TABLE `program` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`name` text NOT NULL,
	`business_id` integer,
	`scopes` text NOT NULL,
	`hash` text NOT NULL,
	`user_id` integer NOT NULL,
	`made_at` text NOT NULL,
	`ends_on` text NOT NULL,
	`ended_at` text,
	`last_used_at` text,
	`used_from` text,
	FOREIGN KEY (`business_id`) REFERENCES `business`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `program_hash_unique` ON `program` (`hash`);--> statement-breakpoint
CREATE TABLE `program_answer` (
	`program_id` integer NOT NULL,
	`key` text NOT NULL,
	`request` text NOT NULL,
	`status` integer NOT NULL,
	`answer` text NOT NULL,
	`at` text NOT NULL,
	PRIMARY KEY(`program_id`, `key`),
	FOREIGN KEY (`program_id`) REFERENCES `program`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `program_answer_at` ON `program_answer` (`at`);