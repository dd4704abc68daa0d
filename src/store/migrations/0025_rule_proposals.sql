CREATE TABLE `rule_proposals` (
	`id` blob PRIMARY KEY NOT NULL,
	`rules` text NOT NULL,
	`reason` text NOT NULL,
	`author_id` blob NOT NULL,
	`made_at_ms` integer NOT NULL,
	`ended_at_ms` integer,
	`shape` integer DEFAULT 3 NOT NULL,
	FOREIGN KEY (`author_id`) REFERENCES `technicians`(`id`) ON UPDATE no action ON DELETE no action
);
