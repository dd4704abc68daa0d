CREATE TABLE `recorded_samples` (
	`recording_id` blob PRIMARY KEY NOT NULL,
	`packed` blob NOT NULL,
	FOREIGN KEY (`recording_id`) REFERENCES `recordings`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `recordings` (
	`id` blob PRIMARY KEY NOT NULL,
	`vehicle_id` blob NOT NULL,
	`check_id` blob,
	`name` text NOT NULL,
	`taken_at_ms` integer NOT NULL,
	`temperature_c` real,
	`cylinders` integer,
	`samples` integer NOT NULL,
	`seconds` real NOT NULL,
	`found` text NOT NULL,
	`core` text NOT NULL,
	`moved` text,
	`revision` integer DEFAULT 1 NOT NULL,
	`added_by_id` blob NOT NULL,
	`added_at_ms` integer NOT NULL,
	`ended_at_ms` integer,
	FOREIGN KEY (`vehicle_id`) REFERENCES `vehicles`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`check_id`) REFERENCES `runs`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`added_by_id`) REFERENCES `technicians`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `recordings_by_vehicle` ON `recordings` (`vehicle_id`,`taken_at_ms`);--> statement-breakpoint
CREATE INDEX `recordings_by_check` ON `recordings` (`check_id`);