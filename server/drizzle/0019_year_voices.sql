DROP INDEX `due_run`;--> statement-breakpoint
CREATE INDEX `due_run` ON `due` (`run_id`,`person_id`,`kind`,`amount_cents`);--> statement-breakpoint
CREATE INDEX `payment_pay` ON `payment` (`pay_id`,`state`,`cents`);