CREATE TABLE `answer_item` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`outbox_id` integer NOT NULL,
	`business_id` integer NOT NULL,
	`person_id` integer,
	`severity` text NOT NULL,
	`code` text NOT NULL,
	`text` text NOT NULL,
	`open` integer NOT NULL,
	FOREIGN KEY (`outbox_id`) REFERENCES `outbox`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `answer_item_business` ON `answer_item` (`business_id`,`open`);--> statement-breakpoint
CREATE UNIQUE INDEX `answer_item_once` ON `answer_item` (`outbox_id`,`person_id`,`code`);--> statement-breakpoint
CREATE TABLE `audit` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`at` text NOT NULL,
	`user_id` integer,
	`business_id` integer,
	`what` text NOT NULL,
	`about` text NOT NULL,
	`previous_hash` text NOT NULL,
	`hash` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `bank_split` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`person_id` integer NOT NULL,
	`from` text NOT NULL,
	`parts` text NOT NULL,
	`count` integer NOT NULL,
	FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `bank_split_person` ON `bank_split` (`person_id`,`from`);--> statement-breakpoint
CREATE TABLE `business` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`country` text NOT NULL,
	`name` text NOT NULL,
	`legal_name` text NOT NULL,
	`abn` text NOT NULL,
	`branch` text NOT NULL,
	`bms_id` text NOT NULL,
	`time_zone` text NOT NULL,
	`state` text NOT NULL,
	`contact` text NOT NULL,
	`bank_account` text,
	`bank` text NOT NULL,
	`postings` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `cost_centre` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`business_id` integer NOT NULL,
	`code` text NOT NULL,
	`name` text NOT NULL,
	FOREIGN KEY (`business_id`) REFERENCES `business`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `document` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`run_id` integer NOT NULL,
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
CREATE INDEX `document_run` ON `document` (`run_id`,`kind`);--> statement-breakpoint
CREATE TABLE `due` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`business_id` integer NOT NULL,
	`run_id` integer NOT NULL,
	`kind` text NOT NULL,
	`person_id` integer,
	`fund_id` integer,
	`payday` text NOT NULL,
	`due_date` text NOT NULL,
	`amount_cents` integer NOT NULL,
	FOREIGN KEY (`business_id`) REFERENCES `business`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`run_id`) REFERENCES `pay_run`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`fund_id`) REFERENCES `fund`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `due_business` ON `due` (`business_id`,`due_date`);--> statement-breakpoint
CREATE INDEX `due_run` ON `due` (`run_id`);--> statement-breakpoint
CREATE TABLE `employment_terms` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`person_id` integer NOT NULL,
	`from` text NOT NULL,
	`cycle_id` integer NOT NULL,
	`basis` text NOT NULL,
	`classification` text,
	`weekly_hours_e4` integer NOT NULL,
	`hourly_rate_e4` integer,
	`minimum_rate_e4` integer,
	`place_id` integer,
	`cost_centre_id` integer,
	FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`cycle_id`) REFERENCES `pay_cycle`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`place_id`) REFERENCES `place`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`cost_centre_id`) REFERENCES `cost_centre`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `employment_terms_person` ON `employment_terms` (`person_id`,`from`);--> statement-breakpoint
CREATE TABLE `fund` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`business_id` integer NOT NULL,
	`name` text NOT NULL,
	`abn` text NOT NULL,
	`usi` text NOT NULL,
	FOREIGN KEY (`business_id`) REFERENCES `business`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `journal` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`business_id` integer NOT NULL,
	`run_id` integer NOT NULL,
	`reference` text NOT NULL,
	`kind` text NOT NULL,
	`date` text NOT NULL,
	`description` text NOT NULL,
	FOREIGN KEY (`business_id`) REFERENCES `business`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`run_id`) REFERENCES `pay_run`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `journal_business` ON `journal` (`business_id`,`date`);--> statement-breakpoint
CREATE UNIQUE INDEX `journal_reference` ON `journal` (`business_id`,`reference`);--> statement-breakpoint
CREATE TABLE `journal_line` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`journal_id` integer NOT NULL,
	`account` text NOT NULL,
	`debit_cents` integer NOT NULL,
	`credit_cents` integer NOT NULL,
	`cost_centre` text,
	`pay_id` integer,
	`what` text NOT NULL,
	FOREIGN KEY (`journal_id`) REFERENCES `journal`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`pay_id`) REFERENCES `pay`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `journal_line_journal` ON `journal_line` (`journal_id`);--> statement-breakpoint
CREATE INDEX `journal_line_pay` ON `journal_line` (`pay_id`);--> statement-breakpoint
CREATE TABLE `leave_entry` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`person_id` integer NOT NULL,
	`kind` text NOT NULL,
	`date` text NOT NULL,
	`hours_e4` integer NOT NULL,
	`why` text NOT NULL,
	`signed_pay_id` integer,
	FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`signed_pay_id`) REFERENCES `signed_pay`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `leave_entry_person` ON `leave_entry` (`person_id`,`kind`,`date`,`hours_e4`);--> statement-breakpoint
CREATE TABLE `leave_terms` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`person_id` integer NOT NULL,
	`from` text NOT NULL,
	`entitlements` text NOT NULL,
	FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `leave_terms_person` ON `leave_terms` (`person_id`,`from`);--> statement-breakpoint
CREATE TABLE `ledger_account` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`business_id` integer NOT NULL,
	`code` text NOT NULL,
	`name` text NOT NULL,
	FOREIGN KEY (`business_id`) REFERENCES `business`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `ledger_account_code` ON `ledger_account` (`business_id`,`code`);--> statement-breakpoint
CREATE TABLE `outbox` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`business_id` integer NOT NULL,
	`run_id` integer NOT NULL,
	`pay_id` integer,
	`channel` text NOT NULL,
	`document_id` integer,
	`message_id` text NOT NULL,
	`recipient` text,
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
CREATE UNIQUE INDEX `outbox_message_id_unique` ON `outbox` (`message_id`);--> statement-breakpoint
CREATE INDEX `outbox_state` ON `outbox` (`state`,`next_at`);--> statement-breakpoint
CREATE INDEX `outbox_run` ON `outbox` (`run_id`);--> statement-breakpoint
CREATE TABLE `outbox_answer` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`outbox_id` integer NOT NULL,
	`at` text NOT NULL,
	`status` integer NOT NULL,
	`body` text NOT NULL,
	FOREIGN KEY (`outbox_id`) REFERENCES `outbox`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `outbox_answer_outbox` ON `outbox_answer` (`outbox_id`);--> statement-breakpoint
CREATE TABLE `pay` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`run_id` integer NOT NULL,
	`person_id` integer NOT NULL,
	`included` integer NOT NULL,
	`periods` integer NOT NULL,
	`lines` text NOT NULL,
	`note` text,
	FOREIGN KEY (`run_id`) REFERENCES `pay_run`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `pay_person` ON `pay` (`run_id`,`person_id`);--> statement-breakpoint
CREATE TABLE `pay_cycle` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`business_id` integer NOT NULL,
	`name` text NOT NULL,
	`cycle` text NOT NULL,
	`first_period_start` text NOT NULL,
	`payday_offset` integer NOT NULL,
	FOREIGN KEY (`business_id`) REFERENCES `business`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `pay_element` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`business_id` integer NOT NULL,
	`code` text NOT NULL,
	`name` text NOT NULL,
	`element` text NOT NULL,
	`entry` text NOT NULL,
	`percent` text NOT NULL,
	`leave` text,
	`allowance` text,
	`deduction` text,
	`taxable` integer,
	`superable` integer,
	`account` text,
	`position` integer NOT NULL,
	FOREIGN KEY (`business_id`) REFERENCES `business`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `pay_element_code` ON `pay_element` (`business_id`,`code`);--> statement-breakpoint
CREATE TABLE `pay_fact` (
	`signed_pay_id` integer NOT NULL,
	`person_id` integer NOT NULL,
	`payday` text NOT NULL,
	`code` text NOT NULL,
	`cents` integer NOT NULL,
	FOREIGN KEY (`signed_pay_id`) REFERENCES `signed_pay`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `pay_fact_person` ON `pay_fact` (`person_id`,`payday`,`code`,`cents`);--> statement-breakpoint
CREATE TABLE `pay_run` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`business_id` integer NOT NULL,
	`cycle_id` integer NOT NULL,
	`number` integer NOT NULL,
	`period_start` text NOT NULL,
	`period_end` text NOT NULL,
	`payday` text NOT NULL,
	`accounting_date` text NOT NULL,
	`state` text NOT NULL,
	`version` integer NOT NULL,
	`summary` text NOT NULL,
	`totals` text NOT NULL,
	`signed_off_at` text,
	`signed_off_by` integer,
	FOREIGN KEY (`business_id`) REFERENCES `business`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`cycle_id`) REFERENCES `pay_cycle`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`signed_off_by`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `pay_run_number` ON `pay_run` (`business_id`,`number`);--> statement-breakpoint
CREATE INDEX `pay_run_cycle` ON `pay_run` (`cycle_id`,`payday`);--> statement-breakpoint
CREATE TABLE `payment` (
	`outbox_id` integer NOT NULL,
	`line` integer NOT NULL,
	`pay_id` integer NOT NULL,
	`cents` integer NOT NULL,
	`state` text NOT NULL,
	PRIMARY KEY(`outbox_id`, `line`),
	FOREIGN KEY (`outbox_id`) REFERENCES `outbox`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`pay_id`) REFERENCES `pay`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `person` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`business_id` integer NOT NULL,
	`payroll_id` text NOT NULL,
	`family_name` text NOT NULL,
	`given_name` text NOT NULL,
	`birth_date` text NOT NULL,
	`email` text,
	`phone` text,
	`address` text,
	`start_date` text NOT NULL,
	`end_date` text,
	`payslip_message` text,
	`private_notes` text,
	FOREIGN KEY (`business_id`) REFERENCES `business`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `person_payroll_id` ON `person` (`business_id`,`payroll_id`);--> statement-breakpoint
CREATE TABLE `place` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`business_id` integer NOT NULL,
	`name` text NOT NULL,
	`state` text NOT NULL,
	FOREIGN KEY (`business_id`) REFERENCES `business`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `practice` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`name` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `session` (
	`sid` text PRIMARY KEY NOT NULL,
	`data` text NOT NULL,
	`expires_at` integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE `setting` (
	`name` text PRIMARY KEY NOT NULL,
	`value` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `signed_pay` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`pay_id` integer NOT NULL,
	`run_id` integer NOT NULL,
	`person_id` integer NOT NULL,
	`payday` text NOT NULL,
	`kind` text NOT NULL,
	`reverses_id` integer,
	`input` text NOT NULL,
	`snapshot` text NOT NULL,
	`payslip` text NOT NULL,
	`rule_book_version` text NOT NULL,
	`signed_at` text NOT NULL,
	FOREIGN KEY (`pay_id`) REFERENCES `pay`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`run_id`) REFERENCES `pay_run`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `signed_pay_person` ON `signed_pay` (`person_id`,`payday`);--> statement-breakpoint
CREATE INDEX `signed_pay_run` ON `signed_pay` (`run_id`);--> statement-breakpoint
CREATE TABLE `super_choice` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`person_id` integer NOT NULL,
	`from` text NOT NULL,
	`fund_id` integer,
	`member_number` text,
	`guarantee` integer NOT NULL,
	`agreed_percent` text,
	FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`fund_id`) REFERENCES `fund`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `super_choice_person` ON `super_choice` (`person_id`,`from`);--> statement-breakpoint
CREATE TABLE `tax_declaration` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`person_id` integer NOT NULL,
	`from` text NOT NULL,
	`file_number` text,
	`number_status` text NOT NULL,
	`pending_since` text,
	`residency` text NOT NULL,
	`tax_free_threshold` integer NOT NULL,
	`study_loan` integer NOT NULL,
	`medicare` text NOT NULL,
	`medicare_dependants` integer,
	`offsets_per_year_cents` integer,
	`extra_per_pay_cents` integer,
	FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `tax_declaration_person` ON `tax_declaration` (`person_id`,`from`);--> statement-breakpoint
CREATE TABLE `tick` (
	`pay_id` integer NOT NULL,
	`key` text NOT NULL,
	`user_id` integer NOT NULL,
	`at` text NOT NULL,
	PRIMARY KEY(`pay_id`, `key`),
	FOREIGN KEY (`pay_id`) REFERENCES `pay`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `user` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`email` text NOT NULL,
	`name` text NOT NULL,
	`password_hash` text NOT NULL,
	`lead` integer NOT NULL
);
--> statement-breakpoint
CREATE UNIQUE INDEX `user_email_unique` ON `user` (`email`);--> statement-breakpoint
CREATE TABLE `user_right` (
	`user_id` integer NOT NULL,
	`business_id` integer NOT NULL,
	`right` text NOT NULL,
	PRIMARY KEY(`user_id`, `business_id`),
	FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`business_id`) REFERENCES `business`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `usual_pay` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`person_id` integer NOT NULL,
	`from` text NOT NULL,
	`lines` text NOT NULL,
	FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `usual_pay_person` ON `usual_pay` (`person_id`,`from`);