CREATE TABLE `learned` (
	`subject` text PRIMARY KEY NOT NULL,
	`made_at_ms` integer NOT NULL,
	`value` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `outlooks` (
	`battery_id` blob PRIMARY KEY NOT NULL,
	`stale` integer NOT NULL,
	`made_at_ms` integer,
	`health_pct` real,
	`health_sd_pct` real,
	`slope_pct` real,
	`slope_sd_pct` real,
	`cross_p10_ms` integer,
	`cross_p50_ms` integer,
	`cross_p90_ms` integer,
	`fails_30` real,
	`fails_90` real,
	`fails_365` real,
	`next_check_ms` integer,
	`tests` integer,
	FOREIGN KEY (`battery_id`) REFERENCES `batteries`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE INDEX `outlooks_stale` ON `outlooks` (`battery_id`) WHERE "outlooks"."stale";--> statement-breakpoint
CREATE INDEX `outlooks_by_crossing` ON `outlooks` (`cross_p50_ms`,`battery_id`);--> statement-breakpoint
CREATE INDEX `outlooks_by_failing` ON `outlooks` (`fails_90`,`battery_id`);--> statement-breakpoint
CREATE INDEX `outlooks_by_slope` ON `outlooks` (`slope_pct`,`battery_id`);--> statement-breakpoint
CREATE INDEX `outlooks_by_check` ON `outlooks` (`next_check_ms`,`battery_id`);