CREATE TABLE `instrument_keys` (
	`id` blob PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`kind` text NOT NULL,
	`label` text NOT NULL,
	`device_id` blob,
	`key_hash` text NOT NULL,
	`added_at_ms` integer NOT NULL,
	`ended_at_ms` integer,
	FOREIGN KEY (`device_id`) REFERENCES `devices`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `instrument_keys_by_key` ON `instrument_keys` (`key_hash`);