ALTER TABLE `person` ADD `emergency` text;--> statement-breakpoint
ALTER TABLE `person` ADD `qualifications` text;