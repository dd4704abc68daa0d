CREATE TABLE `devices` (
	`id` blob PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`key_hash` text NOT NULL,
	`enrolled_at_ms` integer NOT NULL,
	`enrolled_by_id` blob NOT NULL,
	`seen_at_ms` integer NOT NULL,
	`revoked_at_ms` integer,
	FOREIGN KEY (`enrolled_by_id`) REFERENCES `technicians`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `devices_by_key` ON `devices` (`key_hash`);--> statement-breakpoint
CREATE TABLE `enrol_codes` (
	`code_hash` text PRIMARY KEY NOT NULL,
	`made_by_id` blob NOT NULL,
	`good_until_ms` integer NOT NULL,
	`used_at_ms` integer,
	FOREIGN KEY (`made_by_id`) REFERENCES `technicians`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `journal` (
	`number` integer PRIMARY KEY NOT NULL,
	`at_ms` integer NOT NULL,
	`person_id` text,
	`device` text,
	`act` text NOT NULL,
	`subject_kind` text,
	`subject_id` text,
	`said` text NOT NULL,
	`reason` text,
	`before` text NOT NULL,
	`hash` text NOT NULL
);
--> statement-breakpoint
CREATE INDEX `journal_by_subject` ON `journal` (`subject_id`,`number`);--> statement-breakpoint
CREATE INDEX `journal_by_person` ON `journal` (`person_id`,`number`);--> statement-breakpoint
CREATE TABLE `passkeys` (
	`id` text PRIMARY KEY NOT NULL,
	`person_id` blob NOT NULL,
	`public_key` text NOT NULL,
	`counter` integer NOT NULL,
	`name` text NOT NULL,
	`made_at_ms` integer NOT NULL,
	FOREIGN KEY (`person_id`) REFERENCES `technicians`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `passkeys_by_person` ON `passkeys` (`person_id`);--> statement-breakpoint
CREATE TABLE `sessions` (
	`id` blob PRIMARY KEY NOT NULL,
	`token_hash` text NOT NULL,
	`person_id` blob NOT NULL,
	`device_id` blob,
	`address` text NOT NULL,
	`how` text NOT NULL,
	`started_at_ms` integer NOT NULL,
	`seen_at_ms` integer NOT NULL,
	`ended_at_ms` integer,
	FOREIGN KEY (`person_id`) REFERENCES `technicians`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`device_id`) REFERENCES `devices`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `sessions_by_token` ON `sessions` (`token_hash`);--> statement-breakpoint
CREATE INDEX `sessions_by_person` ON `sessions` (`person_id`,`started_at_ms`);--> statement-breakpoint
CREATE INDEX `sessions_by_device` ON `sessions` (`device_id`,`started_at_ms`);--> statement-breakpoint
CREATE TABLE `shared_slips` (
	`id` blob PRIMARY KEY NOT NULL,
	`run_id` blob NOT NULL,
	`token_hash` text NOT NULL,
	`made_by_id` blob NOT NULL,
	`made_at_ms` integer NOT NULL,
	`until_ms` integer NOT NULL,
	`ended_at_ms` integer,
	FOREIGN KEY (`run_id`) REFERENCES `runs`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`made_by_id`) REFERENCES `technicians`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `shared_slips_by_token` ON `shared_slips` (`token_hash`);--> statement-breakpoint
CREATE INDEX `shared_slips_by_run` ON `shared_slips` (`run_id`);--> statement-breakpoint
CREATE TABLE `wrong_secrets` (
	`key` text PRIMARY KEY NOT NULL,
	`count` integer NOT NULL,
	`last_at_ms` integer NOT NULL
);
--> statement-breakpoint
ALTER TABLE `sites` ADD `idle_minutes` integer DEFAULT 30 NOT NULL;--> statement-breakpoint
ALTER TABLE `technicians` ADD `role` text DEFAULT 'technician' NOT NULL;--> statement-breakpoint
ALTER TABLE `technicians` ADD `left_at_ms` integer;--> statement-breakpoint
ALTER TABLE `technicians` ADD `pin_hash` text;--> statement-breakpoint
ALTER TABLE `technicians` ADD `password_hash` text;--> statement-breakpoint
CREATE TRIGGER `journal_keeps_what_was_said` BEFORE UPDATE ON `journal` BEGIN SELECT RAISE(ABORT, 'the journal is appended to, never changed'); END;--> statement-breakpoint
CREATE TRIGGER `journal_keeps_all` BEFORE DELETE ON `journal` BEGIN SELECT RAISE(ABORT, 'the journal is appended to, never shortened'); END;
