CREATE TABLE `employer_cost` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`business_id` integer NOT NULL,
	`from` text NOT NULL,
	`code` text NOT NULL,
	`name` text NOT NULL,
	`percent` text NOT NULL,
	`of` text NOT NULL,
	`expense` text NOT NULL,
	`payable` text NOT NULL,
	FOREIGN KEY (`business_id`) REFERENCES `business`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `employer_cost_business` ON `employer_cost` (`business_id`,`from`);--> statement-breakpoint
CREATE TABLE `loaded_row` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`table_name` text NOT NULL,
	`from` text NOT NULL,
	`to` text NOT NULL,
	`row` text NOT NULL,
	`loaded_at` text NOT NULL,
	`loaded_by` text NOT NULL,
	`withdrawn_at` text
);
--> statement-breakpoint
CREATE TABLE `top_up_scheme` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`business_id` integer NOT NULL,
	`element_id` integer NOT NULL,
	`amount_cents` integer NOT NULL,
	`cycle` text NOT NULL,
	`from` text NOT NULL,
	`to` text,
	FOREIGN KEY (`business_id`) REFERENCES `business`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`element_id`) REFERENCES `pay_element`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `departure` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`person_id` integer NOT NULL,
	`last_day` text NOT NULL,
	`reason` text NOT NULL,
	`notice_worked` integer NOT NULL,
	`misconduct` integer NOT NULL,
	`run_id` integer,
	`pay_id` integer,
	`lines` text NOT NULL,
	`recorded_at` text NOT NULL,
	`undone_at` text,
	FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`run_id`) REFERENCES `pay_run`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`pay_id`) REFERENCES `pay`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `departure_person` ON `departure` (`person_id`);--> statement-breakpoint
CREATE TABLE `top_up_enrolment` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`scheme_id` integer NOT NULL,
	`person_id` integer NOT NULL,
	`from` text NOT NULL,
	`to` text,
	FOREIGN KEY (`scheme_id`) REFERENCES `top_up_scheme`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `top_up_enrolment_person` ON `top_up_enrolment` (`person_id`);--> statement-breakpoint
ALTER TABLE `employment_terms` ADD `cost_split` text;--> statement-breakpoint
ALTER TABLE `employment_terms` ADD `salary_cents` integer;--> statement-breakpoint
ALTER TABLE `employment_terms` ADD `work_pattern` text;--> statement-breakpoint
ALTER TABLE `leave_terms` ADD `loading_percent` text;--> statement-breakpoint
ALTER TABLE `pay` ADD `overrides` text;--> statement-breakpoint
ALTER TABLE `pay` ADD `corrects` text;--> statement-breakpoint
ALTER TABLE `pay_element` ADD `detail` text;--> statement-breakpoint
ALTER TABLE `pay_run` ADD `kind` text DEFAULT 'cycle' NOT NULL;--> statement-breakpoint
ALTER TABLE `super_choice` ADD `any_age` integer DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `super_choice` ADD `shares` text;