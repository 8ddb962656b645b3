CREATE TABLE `figure_fold` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`signed_pay_id` integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE `figure_sum` (
	`business_id` integer NOT NULL,
	`month` text NOT NULL,
	`person_id` integer NOT NULL,
	`place_id` integer NOT NULL,
	`cost_centre` text NOT NULL,
	`part` text NOT NULL,
	`code` text NOT NULL,
	`cents` integer NOT NULL,
	`hours_e4` integer NOT NULL,
	PRIMARY KEY(`business_id`, `month`, `person_id`, `place_id`, `cost_centre`, `part`, `code`)
) WITHOUT ROWID;
--> statement-breakpoint
CREATE TABLE `kept_question` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`user_id` integer NOT NULL,
	`name` text NOT NULL,
	`question` text NOT NULL,
	FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `kept_question_user` ON `kept_question` (`user_id`);