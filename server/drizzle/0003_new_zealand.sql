CREATE TABLE `closedown` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`business_id` integer NOT NULL,
	`person_id` integer NOT NULL,
	`run_id` integer NOT NULL,
	`from` text NOT NULL,
	`to` text NOT NULL,
	`anniversary_on` text,
	`recorded_at` text NOT NULL,
	`undone_at` text,
	FOREIGN KEY (`business_id`) REFERENCES `business`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`run_id`) REFERENCES `pay_run`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `closedown_person` ON `closedown` (`person_id`);--> statement-breakpoint
CREATE INDEX `closedown_run` ON `closedown` (`run_id`);--> statement-breakpoint
CREATE TABLE `holiday_terms` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`person_id` integer NOT NULL,
	`from` text NOT NULL,
	`with_pay` integer NOT NULL,
	`varies` integer NOT NULL,
	`agreed_week_cents` integer,
	`average_only_until` text,
	`keeps_anniversary` integer DEFAULT false NOT NULL,
	FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `holiday_terms_person` ON `holiday_terms` (`person_id`,`from`);--> statement-breakpoint
CREATE TABLE `kiwi_saver` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`person_id` integer NOT NULL,
	`from` text NOT NULL,
	`status` text NOT NULL,
	`joined` text NOT NULL,
	`employee_rate` text,
	`employer_rate` text,
	`esct_rate` text,
	`temporary_until` text,
	`suspended_until` text,
	`opt_out_date` text,
	`total_remuneration` integer DEFAULT false NOT NULL,
	FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `kiwi_saver_person` ON `kiwi_saver` (`person_id`,`from`);--> statement-breakpoint
CREATE TABLE `past_earnings` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`person_id` integer NOT NULL,
	`start` text NOT NULL,
	`end` text NOT NULL,
	`gross_cents` integer NOT NULL,
	`irregular_cents` integer NOT NULL,
	`days` text NOT NULL,
	FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `past_earnings_person` ON `past_earnings` (`person_id`,`end`);--> statement-breakpoint
CREATE TABLE `pay_orders` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`person_id` integer NOT NULL,
	`from` text NOT NULL,
	`child_support` text,
	`orders` text NOT NULL,
	FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `pay_orders_person` ON `pay_orders` (`person_id`,`from`);--> statement-breakpoint
CREATE TABLE `tax_code` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`person_id` integer NOT NULL,
	`from` text NOT NULL,
	`ird_number` text,
	`code` text NOT NULL,
	`special_rate` text,
	`until` text,
	`slcir` text,
	`slbor` text,
	`lower_minimum` integer DEFAULT false NOT NULL,
	FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `tax_code_person` ON `tax_code` (`person_id`,`from`);--> statement-breakpoint
ALTER TABLE `business` ADD `ird` text;--> statement-breakpoint
ALTER TABLE `business` ADD `filing` text;--> statement-breakpoint
ALTER TABLE `pay_element` ADD `holiday_gross` integer;--> statement-breakpoint
ALTER TABLE `pay_element` ADD `regular` integer;--> statement-breakpoint
ALTER TABLE `outbox` ADD `amendment` integer;