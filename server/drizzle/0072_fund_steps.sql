ALTER TABLE `super_choice` ADD `how` text;--> statement-breakpoint
ALTER TABLE `super_choice` ADD `asked_on` text;