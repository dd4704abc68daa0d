CREATE TABLE `assessments` (
	`id` text PRIMARY KEY NOT NULL,
	`run_id` text NOT NULL,
	`made_at_ms` integer NOT NULL,
	`core` text NOT NULL,
	`rules_id` text NOT NULL,
	`rules_version` integer NOT NULL,
	`verdict` text NOT NULL,
	`grade` text,
	`health_pct` real,
	`health_sd_pct` real,
	`charge_pct` real,
	`evidence` text NOT NULL,
	`assessment` text NOT NULL,
	FOREIGN KEY (`run_id`) REFERENCES `runs`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `assessments_by_run` ON `assessments` (`run_id`,`made_at_ms`);--> statement-breakpoint
CREATE TABLE `batteries` (
	`id` text PRIMARY KEY NOT NULL,
	`tag` text NOT NULL,
	`tag_key` text NOT NULL,
	`type` text NOT NULL,
	`nominal_volts` integer NOT NULL,
	`ratings` text NOT NULL,
	`c20_ah` real,
	`rc_minutes` real,
	`model` text NOT NULL,
	`place` text NOT NULL,
	`date_code` text NOT NULL,
	`fitted_on` text,
	`changed_at_ms` integer NOT NULL,
	`changed_by_id` text NOT NULL,
	FOREIGN KEY (`changed_by_id`) REFERENCES `technicians`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `batteries_by_tag` ON `batteries` (`tag_key`);--> statement-breakpoint
CREATE TABLE `readings` (
	`id` text PRIMARY KEY NOT NULL,
	`run_id` text NOT NULL,
	`kind` text NOT NULL,
	`data` text NOT NULL,
	`taken_at_ms` integer NOT NULL,
	`recorded_at_ms` integer NOT NULL,
	`technician_id` text NOT NULL,
	`instrument` text NOT NULL,
	`forced` integer NOT NULL,
	`supersedes_id` text,
	`reason` text,
	FOREIGN KEY (`run_id`) REFERENCES `runs`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`technician_id`) REFERENCES `technicians`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`supersedes_id`) REFERENCES `readings`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `readings_by_run` ON `readings` (`run_id`,`taken_at_ms`);--> statement-breakpoint
CREATE TABLE `runs` (
	`id` text PRIMARY KEY NOT NULL,
	`battery_id` text NOT NULL,
	`started_at_ms` integer NOT NULL,
	`started_by_id` text NOT NULL,
	`finished_at_ms` integer,
	`finished_by_id` text,
	`rules_id` text NOT NULL,
	`rules_version` integer NOT NULL,
	`assessment_id` text,
	FOREIGN KEY (`battery_id`) REFERENCES `batteries`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`started_by_id`) REFERENCES `technicians`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`finished_by_id`) REFERENCES `technicians`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`assessment_id`) REFERENCES `assessments`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `runs_by_battery` ON `runs` (`battery_id`,`started_at_ms`);--> statement-breakpoint
CREATE INDEX `runs_by_finish` ON `runs` (`finished_at_ms`);--> statement-breakpoint
CREATE TABLE `technicians` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`name_key` text NOT NULL,
	`created_at_ms` integer NOT NULL
);
--> statement-breakpoint
CREATE UNIQUE INDEX `technicians_by_name` ON `technicians` (`name_key`);