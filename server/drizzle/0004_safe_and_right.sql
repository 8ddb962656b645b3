CREATE TABLE `failed_sign_in` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`email` text NOT NULL,
	`address` text NOT NULL,
	`at` integer NOT NULL
);
--> statement-breakpoint
CREATE INDEX `failed_sign_in_email` ON `failed_sign_in` (`email`,`at`);--> statement-breakpoint
CREATE INDEX `failed_sign_in_address` ON `failed_sign_in` (`address`,`at`);--> statement-breakpoint
CREATE TABLE `invitation` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`kind` text NOT NULL,
	`email` text NOT NULL,
	`name` text NOT NULL,
	`lead` integer DEFAULT false NOT NULL,
	`rights` text NOT NULL,
	`token_hash` text NOT NULL,
	`invited_by` integer,
	`expires_at` integer NOT NULL,
	`used_at` text,
	FOREIGN KEY (`invited_by`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `invitation_token_hash_unique` ON `invitation` (`token_hash`);--> statement-breakpoint
CREATE TABLE `seal` (
	`kind` text NOT NULL,
	`row_id` integer NOT NULL,
	`audit_id` integer NOT NULL,
	`mac` text NOT NULL,
	PRIMARY KEY(`kind`, `row_id`)
);
--> statement-breakpoint
CREATE INDEX `seal_audit` ON `seal` (`audit_id`);--> statement-breakpoint
ALTER TABLE `business` ADD `four_eyes` integer DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `audit` ADD `change` text;--> statement-breakpoint
ALTER TABLE `audit` ADD `seals` text DEFAULT '' NOT NULL;--> statement-breakpoint
CREATE INDEX `audit_business` ON `audit` (`business_id`,`id`);--> statement-breakpoint
ALTER TABLE `session` ADD `user_id` integer;--> statement-breakpoint
ALTER TABLE `session` ADD `began_at` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `session` ADD `seen_at` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `session` ADD `from` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `user` ADD `active` integer DEFAULT true NOT NULL;--> statement-breakpoint
ALTER TABLE `user` ADD `second_factor` text;--> statement-breakpoint
ALTER TABLE `user` ADD `last_step` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `user_right` ADD `approves` integer DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `pay_run` ADD `preparers` text DEFAULT '[]' NOT NULL;--> statement-breakpoint
CREATE INDEX `pay_run_payday` ON `pay_run` (`business_id`,`payday`);--> statement-breakpoint
CREATE INDEX `cost_centre_business` ON `cost_centre` (`business_id`);--> statement-breakpoint
CREATE INDEX `fund_business` ON `fund` (`business_id`);--> statement-breakpoint
CREATE INDEX `pay_cycle_business` ON `pay_cycle` (`business_id`);--> statement-breakpoint
CREATE INDEX `place_business` ON `place` (`business_id`);--> statement-breakpoint
CREATE INDEX `leave_entry_signed` ON `leave_entry` (`signed_pay_id`);--> statement-breakpoint
CREATE INDEX `pay_fact_signed` ON `pay_fact` (`signed_pay_id`);--> statement-breakpoint
CREATE INDEX `signed_pay_reverses` ON `signed_pay` (`reverses_id`);--> statement-breakpoint
CREATE INDEX `signed_pay_pay` ON `signed_pay` (`pay_id`);--> statement-breakpoint
CREATE INDEX `pay_of_person` ON `pay` (`person_id`);