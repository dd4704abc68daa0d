CREATE TABLE `house_rules` (
	`id` text NOT NULL,
	`version` integer NOT NULL,
	`rules` text NOT NULL,
	`reason` text NOT NULL,
	`author_id` text NOT NULL,
	`made_at_ms` integer NOT NULL,
	PRIMARY KEY(`id`, `version`),
	FOREIGN KEY (`author_id`) REFERENCES `technicians`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
ALTER TABLE `assessments` ADD `override` text;--> statement-breakpoint
ALTER TABLE `batteries` ADD `size_group` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `batteries` ADD `slot` text;--> statement-breakpoint
ALTER TABLE `batteries` ADD `baseline_siemens` real;