ALTER TABLE `pay_element` ADD `paid_to` text;--> statement-breakpoint
ALTER TABLE `pay_element` ADD `retired` integer DEFAULT false NOT NULL;