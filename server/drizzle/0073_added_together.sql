ALTER TABLE `person` ADD `added_at` text;--> statement-breakpoint
ALTER TABLE `seal` ADD `gone` text;