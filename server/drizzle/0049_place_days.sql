ALTER TABLE `place` ADD `district` text;--> statement-breakpoint
ALTER TABLE `place` ADD `days` text DEFAULT '' NOT NULL;