CREATE TABLE `back_pay` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`person_id` integer NOT NULL,
	`signed_pay_id` integer NOT NULL,
	`pay_id` integer NOT NULL,
	`cents` integer NOT NULL,
	FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`signed_pay_id`) REFERENCES `signed_pay`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`pay_id`) REFERENCES `pay`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `back_pay_signed` ON `back_pay` (`signed_pay_id`);--> statement-breakpoint
CREATE INDEX `back_pay_pay` ON `back_pay` (`pay_id`);