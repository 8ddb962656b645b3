CREATE TABLE `approval` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`run_id` integer NOT NULL,
	`approver_id` integer NOT NULL,
	`asked_by_id` integer NOT NULL,
	`at` text NOT NULL,
	`ended_at` text,
	FOREIGN KEY (`run_id`) REFERENCES `pay_run`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`approver_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`asked_by_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `approval_run` ON `approval` (`run_id`);--> statement-breakpoint
CREATE TABLE `approval_word` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`approval_id` integer NOT NULL,
	`kind` text NOT NULL,
	`pay_id` integer,
	`text` text NOT NULL,
	`seen` text,
	`answers_id` integer,
	`user_id` integer NOT NULL,
	`at` text NOT NULL,
	FOREIGN KEY (`approval_id`) REFERENCES `approval`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `approval_word_approval` ON `approval_word` (`approval_id`);