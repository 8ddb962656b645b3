ALTER TABLE `holiday_terms` ADD `annual_weeks` text;--> statement-breakpoint
ALTER TABLE `holiday_terms` ADD `sick_days` text;--> statement-breakpoint
ALTER TABLE `holiday_terms` ADD `counts_from` text;