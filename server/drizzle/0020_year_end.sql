CREATE TABLE `year_close` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`business_id` integer NOT NULL,
	`year_start` text NOT NULL,
	`closed` integer NOT NULL,
	`reason` text,
	`backup` text,
	`user_id` integer NOT NULL,
	`at` text NOT NULL,
	FOREIGN KEY (`business_id`) REFERENCES `business`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `year_close_business` ON `year_close` (`business_id`,`year_start`);--> statement-breakpoint
CREATE TABLE `year_event` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`business_id` integer NOT NULL,
	`year_start` text NOT NULL,
	`outbox_id` integer NOT NULL,
	`date` text NOT NULL,
	`final` integer NOT NULL,
	`reason` text,
	`words` text NOT NULL,
	`user_id` integer NOT NULL,
	`at` text NOT NULL,
	FOREIGN KEY (`business_id`) REFERENCES `business`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`outbox_id`) REFERENCES `outbox`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `year_event_business` ON `year_event` (`business_id`,`year_start`);--> statement-breakpoint
CREATE INDEX `year_event_outbox` ON `year_event` (`outbox_id`);--> statement-breakpoint
CREATE TABLE `year_event_person` (
	`year_event_id` integer NOT NULL,
	`person_id` integer NOT NULL,
	PRIMARY KEY(`year_event_id`, `person_id`),
	FOREIGN KEY (`year_event_id`) REFERENCES `year_event`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `year_event_person_person` ON `year_event_person` (`person_id`);--> statement-breakpoint
CREATE TABLE `year_left_out` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`person_id` integer NOT NULL,
	`year_start` text NOT NULL,
	`reason` text,
	`user_id` integer NOT NULL,
	`at` text NOT NULL,
	FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `year_left_out_person` ON `year_left_out` (`person_id`,`year_start`);--> statement-breakpoint
CREATE TABLE `year_tick` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`business_id` integer NOT NULL,
	`year_start` text NOT NULL,
	`item` text NOT NULL,
	`ticked` integer NOT NULL,
	`user_id` integer NOT NULL,
	`at` text NOT NULL,
	FOREIGN KEY (`business_id`) REFERENCES `business`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `year_tick_business` ON `year_tick` (`business_id`,`year_start`);--> statement-breakpoint
PRAGMA foreign_keys=OFF;--> statement-breakpoint
CREATE TABLE `__new_document` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`run_id` integer,
	`pay_id` integer,
	`kind` text NOT NULL,
	`file_name` text NOT NULL,
	`mime` text NOT NULL,
	`bytes` blob NOT NULL,
	`sha256` text NOT NULL,
	`made_at` text NOT NULL,
	FOREIGN KEY (`run_id`) REFERENCES `pay_run`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`pay_id`) REFERENCES `pay`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
INSERT INTO `__new_document`("id", "run_id", "pay_id", "kind", "file_name", "mime", "bytes", "sha256", "made_at") SELECT "id", "run_id", "pay_id", "kind", "file_name", "mime", "bytes", "sha256", "made_at" FROM `document`;--> statement-breakpoint
DROP TABLE `document`;--> statement-breakpoint
ALTER TABLE `__new_document` RENAME TO `document`;--> statement-breakpoint
PRAGMA foreign_keys=ON;--> statement-breakpoint
CREATE INDEX `document_run` ON `document` (`run_id`,`kind`);--> statement-breakpoint
CREATE TABLE `__new_outbox` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`business_id` integer NOT NULL,
	`run_id` integer,
	`pay_id` integer,
	`channel` text NOT NULL,
	`document_id` integer,
	`message_id` text NOT NULL,
	`recipient` text,
	`amendment` integer,
	`state` text NOT NULL,
	`tries` integer NOT NULL,
	`next_at` integer NOT NULL,
	`receipt` text,
	`detail` text,
	FOREIGN KEY (`business_id`) REFERENCES `business`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`run_id`) REFERENCES `pay_run`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`pay_id`) REFERENCES `pay`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`document_id`) REFERENCES `document`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
INSERT INTO `__new_outbox`("id", "business_id", "run_id", "pay_id", "channel", "document_id", "message_id", "recipient", "amendment", "state", "tries", "next_at", "receipt", "detail") SELECT "id", "business_id", "run_id", "pay_id", "channel", "document_id", "message_id", "recipient", "amendment", "state", "tries", "next_at", "receipt", "detail" FROM `outbox`;--> statement-breakpoint
DROP TABLE `outbox`;--> statement-breakpoint
ALTER TABLE `__new_outbox` RENAME TO `outbox`;--> statement-breakpoint
CREATE UNIQUE INDEX `outbox_message_id_unique` ON `outbox` (`message_id`);--> statement-breakpoint
CREATE INDEX `outbox_state` ON `outbox` (`state`,`next_at`);--> statement-breakpoint
CREATE INDEX `outbox_run` ON `outbox` (`run_id`);