CREATE TABLE `slots` (
	`id` text PRIMARY KEY NOT NULL,
	`vehicle_id` text NOT NULL,
	`battery_id` text NOT NULL,
	`name` text NOT NULL,
	`from_on` text NOT NULL,
	`to_on` text,
	FOREIGN KEY (`vehicle_id`) REFERENCES `vehicles`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`battery_id`) REFERENCES `batteries`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `slots_by_battery` ON `slots` (`battery_id`,`from_on`);--> statement-breakpoint
CREATE INDEX `slots_by_vehicle` ON `slots` (`vehicle_id`,`from_on`);--> statement-breakpoint
CREATE TABLE `vehicles` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`class` text NOT NULL,
	`site` text NOT NULL
);
--> statement-breakpoint
CREATE UNIQUE INDEX `vehicles_by_name` ON `vehicles` (`name`);