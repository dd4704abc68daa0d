CREATE TABLE `reading_kinds` (
	`kind` text PRIMARY KEY NOT NULL
);
--> statement-breakpoint
CREATE TABLE `set_aside` (
	`id` integer PRIMARY KEY NOT NULL,
	`origin` text NOT NULL,
	`run_id` text,
	`found` text NOT NULL
);
--> statement-breakpoint
CREATE INDEX `set_aside_by_run` ON `set_aside` (`run_id`);--> statement-breakpoint
CREATE TABLE `store_facts` (
	`name` text PRIMARY KEY NOT NULL,
	`value` text NOT NULL
);
--> statement-breakpoint
INSERT INTO `reading_kinds`(`kind`) VALUES ('identify'), ('complaint'), ('inspection'), ('vehicle_check'), ('clean'), ('top_up'), ('settle'), ('open_circuit'), ('hydrometer'), ('cell_probe'), ('conductance'), ('three_minute'), ('skip'), ('charge_start'), ('charge_log'), ('charge'), ('load'), ('recovery'), ('crank'), ('stand'), ('override'), ('withdrawal');--> statement-breakpoint
INSERT INTO `set_aside`(`origin`, `run_id`, `found`) SELECT 'readings', "run_id", json_object('id', "id", 'kind', "kind", 'data', "data", 'takenAtMs', "taken_at_ms", 'recordedAtMs', "recorded_at_ms", 'technicianId', "technician_id", 'instrument', "instrument", 'forced', "forced", 'supersedesId', "supersedes_id", 'reason', "reason") FROM `readings` WHERE not ("kind" in (select "kind" from `reading_kinds`) and typeof("taken_at_ms") = 'integer' and "taken_at_ms" between 0 and 7258118399999 and typeof("recorded_at_ms") = 'integer' and "recorded_at_ms" between 0 and 7258118399999);--> statement-breakpoint
CREATE TABLE `__new_batteries` (
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
	`size_group` text DEFAULT '' NOT NULL,
	`slot` text,
	`baseline_siemens` real,
	`changed_at_ms` integer NOT NULL,
	`changed_by_id` text NOT NULL,
	`revision` integer DEFAULT 1 NOT NULL,
	`import_id` text,
	`arrival_id` text,
	`shape` integer DEFAULT 1 NOT NULL,
	FOREIGN KEY (`changed_by_id`) REFERENCES `technicians`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`import_id`) REFERENCES `imports`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`arrival_id`) REFERENCES `imports`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "batteries_moments" CHECK("__new_batteries"."changed_at_ms" is null or (typeof("__new_batteries"."changed_at_ms") = 'integer' and "__new_batteries"."changed_at_ms" between 0 and 7258118399999))
);
--> statement-breakpoint
INSERT INTO `__new_batteries`("id", "tag", "tag_key", "type", "nominal_volts", "ratings", "c20_ah", "rc_minutes", "model", "place", "date_code", "fitted_on", "size_group", "slot", "baseline_siemens", "changed_at_ms", "changed_by_id", "import_id") SELECT "id", "tag", "tag_key", "type", "nominal_volts", "ratings", "c20_ah", "rc_minutes", "model", "place", "date_code", "fitted_on", "size_group", "slot", "baseline_siemens", case when "changed_at_ms" is null then null else min(max(cast("changed_at_ms" as integer), 0), 7258118399999) end, "changed_by_id", "import_id" FROM `batteries`;--> statement-breakpoint
DROP TABLE `batteries`;--> statement-breakpoint
ALTER TABLE `__new_batteries` RENAME TO `batteries`;--> statement-breakpoint
CREATE INDEX `batteries_by_import` ON `batteries` (`import_id`);--> statement-breakpoint
CREATE INDEX `batteries_by_arrival` ON `batteries` (`arrival_id`);--> statement-breakpoint
CREATE UNIQUE INDEX `batteries_by_tag` ON `batteries` (`tag_key`);--> statement-breakpoint
CREATE TABLE `__new_house_rules` (
	`id` text NOT NULL,
	`version` integer NOT NULL,
	`rules` text NOT NULL,
	`reason` text NOT NULL,
	`author_id` text NOT NULL,
	`made_at_ms` integer NOT NULL,
	`shape` integer DEFAULT 3 NOT NULL,
	PRIMARY KEY(`id`, `version`),
	FOREIGN KEY (`author_id`) REFERENCES `technicians`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "house_rules_moments" CHECK("__new_house_rules"."made_at_ms" is null or (typeof("__new_house_rules"."made_at_ms") = 'integer' and "__new_house_rules"."made_at_ms" between 0 and 7258118399999))
);
--> statement-breakpoint
INSERT INTO `__new_house_rules`("id", "version", "rules", "reason", "author_id", "made_at_ms") SELECT "id", "version", "rules", "reason", "author_id", case when "made_at_ms" is null then null else min(max(cast("made_at_ms" as integer), 0), 7258118399999) end FROM `house_rules`;--> statement-breakpoint
DROP TABLE `house_rules`;--> statement-breakpoint
ALTER TABLE `__new_house_rules` RENAME TO `house_rules`;--> statement-breakpoint
CREATE TABLE `__new_imports` (
	`id` text PRIMARY KEY NOT NULL,
	`source` text NOT NULL,
	`state` text DEFAULT 'in' NOT NULL,
	`name` text NOT NULL,
	`runs` integer NOT NULL,
	`new_batteries` integer NOT NULL,
	`made_at_ms` integer NOT NULL,
	`made_by_id` text NOT NULL,
	`undone_at_ms` integer,
	`undone_by_id` text,
	`arrival_id` text,
	FOREIGN KEY (`made_by_id`) REFERENCES `technicians`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`undone_by_id`) REFERENCES `technicians`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`arrival_id`) REFERENCES `imports`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "imports_state" CHECK("__new_imports"."state" in ('arriving', 'in', 'taken_back', 'stopped')),
	CONSTRAINT "imports_moments" CHECK("__new_imports"."made_at_ms" is null or (typeof("__new_imports"."made_at_ms") = 'integer' and "__new_imports"."made_at_ms" between 0 and 7258118399999)),
	CONSTRAINT "imports_undone" CHECK("__new_imports"."undone_at_ms" is null or (typeof("__new_imports"."undone_at_ms") = 'integer' and "__new_imports"."undone_at_ms" between 0 and 7258118399999))
);
--> statement-breakpoint
INSERT INTO `__new_imports`("id", "source", "state", "name", "runs", "new_batteries", "made_at_ms", "made_by_id", "undone_at_ms", "undone_by_id") SELECT "id", "source", case when "undone_at_ms" is null then 'in' else 'taken_back' end, "name", "runs", "new_batteries", case when "made_at_ms" is null then null else min(max(cast("made_at_ms" as integer), 0), 7258118399999) end, "made_by_id", case when "undone_at_ms" is null then null else min(max(cast("undone_at_ms" as integer), 0), 7258118399999) end, "undone_by_id" FROM `imports`;--> statement-breakpoint
DROP TABLE `imports`;--> statement-breakpoint
ALTER TABLE `__new_imports` RENAME TO `imports`;--> statement-breakpoint
CREATE INDEX `imports_by_time` ON `imports` (`made_at_ms`);--> statement-breakpoint
CREATE TABLE `__new_lots` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`rows` text NOT NULL,
	`revision` integer NOT NULL,
	`started_at_ms` integer NOT NULL,
	`started_by_id` text NOT NULL,
	`changed_at_ms` integer NOT NULL,
	`import_id` text,
	`shape` integer DEFAULT 1 NOT NULL,
	FOREIGN KEY (`started_by_id`) REFERENCES `technicians`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`import_id`) REFERENCES `imports`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "lots_started" CHECK("__new_lots"."started_at_ms" is null or (typeof("__new_lots"."started_at_ms") = 'integer' and "__new_lots"."started_at_ms" between 0 and 7258118399999)),
	CONSTRAINT "lots_changed" CHECK("__new_lots"."changed_at_ms" is null or (typeof("__new_lots"."changed_at_ms") = 'integer' and "__new_lots"."changed_at_ms" between 0 and 7258118399999))
);
--> statement-breakpoint
INSERT INTO `__new_lots`("id", "name", "rows", "revision", "started_at_ms", "started_by_id", "changed_at_ms", "import_id") SELECT "id", "name", "rows", "revision", case when "started_at_ms" is null then null else min(max(cast("started_at_ms" as integer), 0), 7258118399999) end, "started_by_id", case when "changed_at_ms" is null then null else min(max(cast("changed_at_ms" as integer), 0), 7258118399999) end, "import_id" FROM `lots`;--> statement-breakpoint
DROP TABLE `lots`;--> statement-breakpoint
ALTER TABLE `__new_lots` RENAME TO `lots`;--> statement-breakpoint
CREATE INDEX `lots_by_change` ON `lots` (`changed_at_ms`);--> statement-breakpoint
CREATE TABLE `__new_readings` (
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
	`shape` integer DEFAULT 1 NOT NULL,
	FOREIGN KEY (`run_id`) REFERENCES `runs`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`kind`) REFERENCES `reading_kinds`(`kind`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`technician_id`) REFERENCES `technicians`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`supersedes_id`) REFERENCES `readings`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "readings_taken" CHECK("__new_readings"."taken_at_ms" is null or (typeof("__new_readings"."taken_at_ms") = 'integer' and "__new_readings"."taken_at_ms" between 0 and 7258118399999)),
	CONSTRAINT "readings_recorded" CHECK("__new_readings"."recorded_at_ms" is null or (typeof("__new_readings"."recorded_at_ms") = 'integer' and "__new_readings"."recorded_at_ms" between 0 and 7258118399999))
);
--> statement-breakpoint
INSERT INTO `__new_readings`("id", "run_id", "kind", "data", "taken_at_ms", "recorded_at_ms", "technician_id", "instrument", "forced", "supersedes_id", "reason") SELECT "id", "run_id", "kind", "data", "taken_at_ms", "recorded_at_ms", "technician_id", "instrument", "forced", case when "supersedes_id" in (select "id" from `readings` where "kind" in (select "kind" from `reading_kinds`) and typeof("taken_at_ms") = 'integer' and "taken_at_ms" between 0 and 7258118399999 and typeof("recorded_at_ms") = 'integer' and "recorded_at_ms" between 0 and 7258118399999) then "supersedes_id" end, "reason" FROM `readings` WHERE "kind" in (select "kind" from `reading_kinds`) and typeof("taken_at_ms") = 'integer' and "taken_at_ms" between 0 and 7258118399999 and typeof("recorded_at_ms") = 'integer' and "recorded_at_ms" between 0 and 7258118399999;--> statement-breakpoint
DROP TABLE `readings`;--> statement-breakpoint
ALTER TABLE `__new_readings` RENAME TO `readings`;--> statement-breakpoint
CREATE INDEX `readings_by_run` ON `readings` (`run_id`,`taken_at_ms`);--> statement-breakpoint
CREATE INDEX `readings_by_superseded` ON `readings` (`supersedes_id`);--> statement-breakpoint
CREATE TABLE `__new_runs` (
	`id` text PRIMARY KEY NOT NULL,
	`battery_id` text NOT NULL,
	`started_at_ms` integer NOT NULL,
	`started_by_id` text NOT NULL,
	`finished_at_ms` integer,
	`finished_by_id` text,
	`rules_id` text NOT NULL,
	`rules_version` integer NOT NULL,
	`assessment_id` text,
	`import_id` text,
	`arrival_id` text,
	FOREIGN KEY (`battery_id`) REFERENCES `batteries`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`started_by_id`) REFERENCES `technicians`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`finished_by_id`) REFERENCES `technicians`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`assessment_id`) REFERENCES `assessments`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`import_id`) REFERENCES `imports`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`arrival_id`) REFERENCES `imports`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "runs_started" CHECK("__new_runs"."started_at_ms" is null or (typeof("__new_runs"."started_at_ms") = 'integer' and "__new_runs"."started_at_ms" between 0 and 7258118399999)),
	CONSTRAINT "runs_finished" CHECK("__new_runs"."finished_at_ms" is null or (typeof("__new_runs"."finished_at_ms") = 'integer' and "__new_runs"."finished_at_ms" between 0 and 7258118399999))
);
--> statement-breakpoint
INSERT INTO `__new_runs`("id", "battery_id", "started_at_ms", "started_by_id", "finished_at_ms", "finished_by_id", "rules_id", "rules_version", "assessment_id", "import_id") SELECT "id", "battery_id", case when "started_at_ms" is null then null else min(max(cast("started_at_ms" as integer), 0), 7258118399999) end, "started_by_id", case when "finished_at_ms" is null then null else min(max(cast("finished_at_ms" as integer), 0), 7258118399999) end, "finished_by_id", "rules_id", "rules_version", "assessment_id", "import_id" FROM `runs`;--> statement-breakpoint
DROP TABLE `runs`;--> statement-breakpoint
ALTER TABLE `__new_runs` RENAME TO `runs`;--> statement-breakpoint
CREATE INDEX `runs_by_import` ON `runs` (`import_id`);--> statement-breakpoint
CREATE INDEX `runs_by_arrival` ON `runs` (`arrival_id`);--> statement-breakpoint
CREATE INDEX `runs_by_battery` ON `runs` (`battery_id`,`started_at_ms`);--> statement-breakpoint
CREATE INDEX `runs_by_finish` ON `runs` (`finished_at_ms`);--> statement-breakpoint
CREATE TABLE `__new_technicians` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`name_key` text NOT NULL,
	`revision` integer DEFAULT 1 NOT NULL,
	`created_at_ms` integer NOT NULL,
	`arrival_id` text,
	FOREIGN KEY (`arrival_id`) REFERENCES `imports`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "technicians_moments" CHECK("__new_technicians"."created_at_ms" is null or (typeof("__new_technicians"."created_at_ms") = 'integer' and "__new_technicians"."created_at_ms" between 0 and 7258118399999))
);
--> statement-breakpoint
INSERT INTO `__new_technicians`("id", "name", "name_key", "created_at_ms") SELECT "id", "name", "name_key", case when "created_at_ms" is null then null else min(max(cast("created_at_ms" as integer), 0), 7258118399999) end FROM `technicians`;--> statement-breakpoint
DROP TABLE `technicians`;--> statement-breakpoint
ALTER TABLE `__new_technicians` RENAME TO `technicians`;--> statement-breakpoint
CREATE UNIQUE INDEX `technicians_by_name` ON `technicians` (`name_key`);--> statement-breakpoint
CREATE INDEX `technicians_by_arrival` ON `technicians` (`arrival_id`);--> statement-breakpoint
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
	`evidence` text NOT NULL,
	`assessment` text NOT NULL,
	`override` text,
	FOREIGN KEY (`run_id`) REFERENCES `runs`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "assessments_moments" CHECK("__new_assessments"."made_at_ms" is null or (typeof("__new_assessments"."made_at_ms") = 'integer' and "__new_assessments"."made_at_ms" between 0 and 7258118399999))
);
--> statement-breakpoint
INSERT INTO `__new_assessments`("id", "run_id", "made_at_ms", "core", "rules_id", "rules_version", "verdict", "grade", "health_pct", "health_sd_pct", "charge_pct", "evidence", "assessment", "override") SELECT "id", "run_id", case when "made_at_ms" is null then null else min(max(cast("made_at_ms" as integer), 0), 7258118399999) end, "core", "rules_id", "rules_version", "verdict", "grade", "health_pct", "health_sd_pct", "charge_pct", "evidence", "assessment", "override" FROM `assessments`;--> statement-breakpoint
DROP TABLE `assessments`;--> statement-breakpoint
ALTER TABLE `__new_assessments` RENAME TO `assessments`;--> statement-breakpoint
CREATE INDEX `assessments_by_run` ON `assessments` (`run_id`,`made_at_ms`);--> statement-breakpoint
CREATE TRIGGER `readings_unchanged` BEFORE UPDATE ON `readings` BEGIN SELECT RAISE(ABORT, 'append-only: a reading is never changed'); END;--> statement-breakpoint
CREATE TRIGGER `readings_kept` BEFORE DELETE ON `readings` WHEN NOT EXISTS (SELECT 1 FROM `runs` JOIN `imports` ON `imports`.`id` = `runs`.`arrival_id` WHERE `runs`.`id` = OLD.`run_id` AND `imports`.`state` = 'stopped') BEGIN SELECT RAISE(ABORT, 'append-only: a reading is never deleted'); END;--> statement-breakpoint
CREATE TRIGGER `assessments_unchanged` BEFORE UPDATE ON `assessments` BEGIN SELECT RAISE(ABORT, 'append-only: a judgement is never changed'); END;--> statement-breakpoint
CREATE TRIGGER `assessments_kept` BEFORE DELETE ON `assessments` WHEN NOT EXISTS (SELECT 1 FROM `runs` JOIN `imports` ON `imports`.`id` = `runs`.`arrival_id` WHERE `runs`.`id` = OLD.`run_id` AND `imports`.`state` = 'stopped') BEGIN SELECT RAISE(ABORT, 'append-only: a judgement is never deleted'); END;
