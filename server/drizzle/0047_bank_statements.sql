CREATE TABLE `bank_line` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`business_id` integer NOT NULL,
	`statement_id` integer NOT NULL,
	`key` text NOT NULL,
	`date` text NOT NULL,
	`cents` integer NOT NULL,
	`text` text NOT NULL,
	FOREIGN KEY (`business_id`) REFERENCES `business`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`statement_id`) REFERENCES `bank_statement`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `bank_line_key` ON `bank_line` (`business_id`,`key`);--> statement-breakpoint
CREATE INDEX `bank_line_date` ON `bank_line` (`business_id`,`date`);--> statement-breakpoint
CREATE TABLE `bank_match` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`business_id` integer NOT NULL,
	`line_id` integer NOT NULL,
	`outbox_id` integer,
	`due_payment_id` integer,
	`part` integer,
	`how` text NOT NULL,
	`reason` text DEFAULT '' NOT NULL,
	`at` text NOT NULL,
	`user_id` integer,
	`ended_at` text,
	FOREIGN KEY (`business_id`) REFERENCES `business`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`line_id`) REFERENCES `bank_line`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`outbox_id`) REFERENCES `outbox`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`due_payment_id`) REFERENCES `due_payment`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `bank_match_business` ON `bank_match` (`business_id`);--> statement-breakpoint
CREATE INDEX `bank_match_line` ON `bank_match` (`line_id`);--> statement-breakpoint
CREATE TABLE `bank_statement` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`business_id` integer NOT NULL,
	`name` text NOT NULL,
	`from` text NOT NULL,
	`to` text NOT NULL,
	`closing_cents` integer,
	`columns` text,
	`at` text NOT NULL,
	`user_id` integer,
	FOREIGN KEY (`business_id`) REFERENCES `business`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `bank_statement_business` ON `bank_statement` (`business_id`);