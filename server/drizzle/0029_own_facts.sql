CREATE TABLE `own_field` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`business_id` integer NOT NULL,
	`name` text NOT NULL,
	`kind` text NOT NULL,
	`choices` text NOT NULL,
	`retired` integer DEFAULT false NOT NULL,
	FOREIGN KEY (`business_id`) REFERENCES `business`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `own_field_business` ON `own_field` (`business_id`);--> statement-breakpoint
ALTER TABLE `person` ADD `own_facts` text;