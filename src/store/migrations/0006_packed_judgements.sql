CREATE TABLE `__new_assessments` (
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
	`judgement` blob NOT NULL,
	`override` text,
	FOREIGN KEY (`run_id`) REFERENCES `runs`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "assessments_moments" CHECK("made_at_ms" is null or (typeof("made_at_ms") = 'integer' and "made_at_ms" between 0 and 7258118399999))
);
--> statement-breakpoint
INSERT INTO `__new_assessments`("id", "run_id", "made_at_ms", "core", "rules_id", "rules_version", "verdict", "grade", "health_pct", "health_sd_pct", "charge_pct", "judgement", "override") SELECT "id", "run_id", "made_at_ms", "core", "rules_id", "rules_version", "verdict", "grade", "health_pct", "health_sd_pct", "charge_pct", cast('{"evidence":' || "evidence" || ',"assessment":' || "assessment" || '}' as blob), "override" FROM `assessments`;--> statement-breakpoint
DROP TABLE `assessments`;--> statement-breakpoint
ALTER TABLE `__new_assessments` RENAME TO `assessments`;--> statement-breakpoint
CREATE INDEX `assessments_by_run` ON `assessments` (`run_id`,`made_at_ms`);--> statement-breakpoint
CREATE TRIGGER `assessments_unchanged` BEFORE UPDATE ON `assessments` BEGIN SELECT RAISE(ABORT, 'append-only: a judgement is never changed'); END;--> statement-breakpoint
CREATE TRIGGER `assessments_kept` BEFORE DELETE ON `assessments` WHEN NOT EXISTS (SELECT 1 FROM `runs` JOIN `imports` ON `imports`.`id` = `runs`.`arrival_id` WHERE `runs`.`id` = OLD.`run_id` AND `imports`.`state` = 'stopped') BEGIN SELECT RAISE(ABORT, 'append-only: a judgement is never deleted'); END;
