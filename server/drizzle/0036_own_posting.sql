ALTER TABLE `employment_terms` ADD `wages_account` text;--> statement-breakpoint
ALTER TABLE `employment_terms` ADD `own_costs` text;