ALTER TABLE `fund` ADD `kind` text DEFAULT 'apra' NOT NULL;--> statement-breakpoint
ALTER TABLE `fund` ADD `service_address` text;--> statement-breakpoint
ALTER TABLE `fund` ADD `bsb` text;--> statement-breakpoint
ALTER TABLE `fund` ADD `account` text;--> statement-breakpoint
ALTER TABLE `fund` ADD `employer_number` text;--> statement-breakpoint
ALTER TABLE `fund` ADD `is_default` integer DEFAULT false NOT NULL;