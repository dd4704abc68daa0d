CREATE TABLE `fleet_views` (
	`id` blob PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`name_key` text NOT NULL,
	`address` text NOT NULL,
	`made_at_ms` integer NOT NULL,
	`made_by_id` blob NOT NULL,
	FOREIGN KEY (`made_by_id`) REFERENCES `technicians`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `fleet_views_by_name` ON `fleet_views` (`name_key`);--> statement-breakpoint
CREATE TABLE `instrument_corrections` (
	`id` blob PRIMARY KEY NOT NULL,
	`instrument_number` integer NOT NULL,
	`from_ms` integer NOT NULL,
	`pct` real NOT NULL,
	`reason` text NOT NULL,
	`made_at_ms` integer NOT NULL,
	`made_by_id` blob NOT NULL,
	`ended_at_ms` integer,
	`ended_by_id` blob,
	FOREIGN KEY (`instrument_number`) REFERENCES `instruments`(`number`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`made_by_id`) REFERENCES `technicians`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`ended_by_id`) REFERENCES `technicians`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `instrument_corrections_by_instrument` ON `instrument_corrections` (`instrument_number`,`from_ms`);--> statement-breakpoint
CREATE TABLE `mornings` (
	`day` text PRIMARY KEY NOT NULL,
	`low_c` real NOT NULL
);
--> statement-breakpoint
ALTER TABLE `batteries` ADD `warranty_to` text;--> statement-breakpoint
ALTER TABLE `outlooks` ADD `verdict` text;--> statement-breakpoint
ALTER TABLE `outlooks` ADD `tested_ms` integer;--> statement-breakpoint
CREATE INDEX `outlooks_by_health` ON `outlooks` (`health_pct`,`battery_id`);--> statement-breakpoint
CREATE INDEX `outlooks_by_failing` ON `outlooks` (`fails_90`,`battery_id`);--> statement-breakpoint
CREATE INDEX `outlooks_by_tested` ON `outlooks` (`tested_ms`,`battery_id`);--> statement-breakpoint
UPDATE `outlooks` SET `stale` = 1;
