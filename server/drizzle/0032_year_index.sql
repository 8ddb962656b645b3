DROP INDEX `signed_pay_person`;--> statement-breakpoint
CREATE INDEX `signed_pay_person` ON `signed_pay` (`person_id`,`payday`,`kind`,`pay_id`,`run_id`);