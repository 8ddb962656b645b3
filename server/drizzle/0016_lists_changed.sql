ALTER TABLE `cost_centre` ADD `retired` integer DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `fund` ADD `retired` integer DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `ledger_account` ADD `retired` integer DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `pay_cycle` ADD `closed_days` text DEFAULT 'ask' NOT NULL;--> statement-breakpoint
ALTER TABLE `pay_cycle` ADD `retired` integer DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `place` ADD `retired` integer DEFAULT false NOT NULL;