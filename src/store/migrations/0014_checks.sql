CREATE TABLE `check_judgements` (
	`id` blob PRIMARY KEY NOT NULL,
	`run_id` blob NOT NULL,
	`made_at_ms` integer NOT NULL,
	`core` text NOT NULL,
	`rules_id` text NOT NULL,
	`rules_version` integer NOT NULL,
	`cause` text NOT NULL,
	`probability` real NOT NULL,
	`judgement` text NOT NULL,
	FOREIGN KEY (`run_id`) REFERENCES `runs`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "check_judgements_moments" CHECK("check_judgements"."made_at_ms" is null or (typeof("check_judgements"."made_at_ms") = 'integer' and "check_judgements"."made_at_ms" between 0 and 7258118399999))
);
--> statement-breakpoint
CREATE INDEX `check_judgements_by_run` ON `check_judgements` (`run_id`,`made_at_ms`);--> statement-breakpoint
ALTER TABLE `vehicles` ADD `engine` text;--> statement-breakpoint
ALTER TABLE `vehicles` ADD `cylinders` integer;--> statement-breakpoint
ALTER TABLE `vehicles` ADD `system_volts` integer;--> statement-breakpoint
ALTER TABLE `vehicles` ADD `alternator_amps` real;--> statement-breakpoint
ALTER TABLE `vehicles` ADD `regulator` text;--> statement-breakpoint
ALTER TABLE `vehicles` ADD `own_volts_from` real;--> statement-breakpoint
ALTER TABLE `vehicles` ADD `own_volts_to` real;--> statement-breakpoint
ALTER TABLE `vehicles` ADD `prevented_by` text;--> statement-breakpoint
ALTER TABLE `vehicles` ADD `joined` text;--> statement-breakpoint
ALTER TABLE `vehicles` ADD `needs` text;--> statement-breakpoint
ALTER TABLE `vehicles` ADD `note` text DEFAULT '' NOT NULL;--> statement-breakpoint
CREATE TRIGGER `check_judgements_stay` BEFORE UPDATE ON `check_judgements`
BEGIN SELECT RAISE(ABORT, 'a judgement is never changed'); END;--> statement-breakpoint
CREATE TRIGGER `check_judgements_remain` BEFORE DELETE ON `check_judgements`
BEGIN SELECT RAISE(ABORT, 'a judgement is never deleted'); END;
