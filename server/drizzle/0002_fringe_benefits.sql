CREATE TABLE `fringe_benefit` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`person_id` integer NOT NULL,
	`year_end` text NOT NULL,
	`taxable_cents` integer NOT NULL,
	`exempt_cents` integer NOT NULL,
	FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `fringe_benefit_person` ON `fringe_benefit` (`person_id`,`year_end`);