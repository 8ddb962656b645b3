CREATE TABLE `state_count` (
	`kind` text PRIMARY KEY NOT NULL,
	`rows` integer NOT NULL,
	`mac` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `state_seal` (
	`kind` text NOT NULL,
	`row_id` text NOT NULL,
	`mac` text NOT NULL,
	PRIMARY KEY(`kind`, `row_id`)
);
