ALTER TABLE `opening_year` ADD `previous_bms_id` text;--> statement-breakpoint
ALTER TABLE `opening_year` ADD `previous_payroll_id` text;