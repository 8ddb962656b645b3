CREATE TABLE `outside_figure` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`business_id` integer NOT NULL,
	`year_start` text NOT NULL,
	`kind` text NOT NULL,
	`key` text NOT NULL,
	`cents` integer,
	`user_id` integer NOT NULL,
	`at` text NOT NULL,
	FOREIGN KEY (`business_id`) REFERENCES `business`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `outside_figure_business` ON `outside_figure` (`business_id`,`year_start`);