CREATE TABLE `practice_results` (
	`id` blob PRIMARY KEY NOT NULL,
	`person_id` blob NOT NULL,
	`at_ms` integer NOT NULL,
	`code` text NOT NULL,
	`title` text NOT NULL,
	`level` integer NOT NULL,
	`score` integer NOT NULL,
	`is_right` integer NOT NULL,
	`minutes` integer NOT NULL,
	FOREIGN KEY (`person_id`) REFERENCES `technicians`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `practice_results_by_person` ON `practice_results` (`person_id`,`at_ms`);