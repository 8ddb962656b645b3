ALTER TABLE `holiday_terms` ADD `anniversary_from` text;--> statement-breakpoint
ALTER TABLE `holiday_terms` ADD `sick_from` text;--> statement-breakpoint
ALTER TABLE `past_earnings` ADD `advance_cents` integer DEFAULT 0 NOT NULL;