CREATE TABLE `visits` (
	`id` blob PRIMARY KEY NOT NULL,
	`vehicle_id` blob NOT NULL,
	`arrived_at_ms` integer NOT NULL,
	`left_at_ms` integer,
	`complaint` text NOT NULL,
	`words` text NOT NULL,
	`meter` real,
	`meter_unit` text NOT NULL,
	`technician_id` blob NOT NULL,
	FOREIGN KEY (`vehicle_id`) REFERENCES `vehicles`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`technician_id`) REFERENCES `technicians`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "visits_arrived" CHECK("visits"."arrived_at_ms" is null or (typeof("visits"."arrived_at_ms") = 'integer' and "visits"."arrived_at_ms" between 0 and 7258118399999)),
	CONSTRAINT "visits_left" CHECK("visits"."left_at_ms" is null or (typeof("visits"."left_at_ms") = 'integer' and "visits"."left_at_ms" between 0 and 7258118399999))
);
--> statement-breakpoint
CREATE INDEX `visits_by_vehicle` ON `visits` (`vehicle_id`,`arrived_at_ms`);--> statement-breakpoint
CREATE UNIQUE INDEX `visits_open` ON `visits` (`vehicle_id`) WHERE "visits"."left_at_ms" is null;