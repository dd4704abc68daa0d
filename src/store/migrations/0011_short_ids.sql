DROP TRIGGER `readings_unchanged`;--> statement-breakpoint
DROP TRIGGER `readings_kept`;--> statement-breakpoint
DROP TRIGGER `assessments_unchanged`;--> statement-breakpoint
DROP TRIGGER `assessments_kept`;--> statement-breakpoint
DROP TRIGGER `batteries_words_added`;--> statement-breakpoint
DROP TRIGGER `batteries_words_changed`;--> statement-breakpoint
DROP TRIGGER `batteries_words_gone`;--> statement-breakpoint
DROP TRIGGER `slots_words_added`;--> statement-breakpoint
DROP TRIGGER `slots_words_changed`;--> statement-breakpoint
DROP TRIGGER `slots_words_gone`;--> statement-breakpoint
DROP TRIGGER `vehicles_words_changed`;--> statement-breakpoint
DROP VIEW `battery_terms`;--> statement-breakpoint
DROP TABLE `battery_index`;--> statement-breakpoint
DROP TABLE `battery_words`;--> statement-breakpoint
CREATE TABLE `instruments` (
	`number` integer PRIMARY KEY NOT NULL,
	`id` blob NOT NULL,
	`name` text NOT NULL,
	`name_key` text NOT NULL,
	`revision` integer DEFAULT 1 NOT NULL,
	`created_at_ms` integer NOT NULL,
	CONSTRAINT "instruments_moments" CHECK("instruments"."created_at_ms" is null or (typeof("instruments"."created_at_ms") = 'integer' and "instruments"."created_at_ms" between 0 and 7258118399999))
);
--> statement-breakpoint
CREATE UNIQUE INDEX `instruments_by_id` ON `instruments` (`id`);--> statement-breakpoint
CREATE UNIQUE INDEX `instruments_by_name` ON `instruments` (`name_key`);--> statement-breakpoint
CREATE TABLE `traces` (
	`run_id` blob NOT NULL,
	`digest` text NOT NULL,
	`points` integer NOT NULL,
	`trace` blob NOT NULL,
	PRIMARY KEY(`run_id`, `digest`),
	FOREIGN KEY (`run_id`) REFERENCES `runs`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `__new_assessments` (
	`id` blob PRIMARY KEY NOT NULL,
	`run_id` blob NOT NULL,
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
	CONSTRAINT "assessments_moments" CHECK("__new_assessments"."made_at_ms" is null or (typeof("__new_assessments"."made_at_ms") = 'integer' and "__new_assessments"."made_at_ms" between 0 and 7258118399999))
);
--> statement-breakpoint
INSERT INTO `__new_assessments`("id", "run_id", "made_at_ms", "core", "rules_id", "rules_version", "verdict", "grade", "health_pct", "health_sd_pct", "charge_pct", "judgement", "override") SELECT unhex(replace("id", '-', '')), unhex(replace("run_id", '-', '')), "made_at_ms", "core", "rules_id", "rules_version", "verdict", "grade", "health_pct", "health_sd_pct", "charge_pct", "judgement", "override" FROM `assessments`;--> statement-breakpoint
DROP TABLE `assessments`;--> statement-breakpoint
ALTER TABLE `__new_assessments` RENAME TO `assessments`;--> statement-breakpoint
CREATE INDEX `assessments_by_run` ON `assessments` (`run_id`,`made_at_ms`);--> statement-breakpoint
CREATE TABLE `__new_batteries` (
	`id` blob PRIMARY KEY NOT NULL,
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
	`changed_by_id` blob NOT NULL,
	`revision` integer DEFAULT 1 NOT NULL,
	`import_id` blob,
	`arrival_id` blob,
	`shape` integer DEFAULT 1 NOT NULL,
	FOREIGN KEY (`changed_by_id`) REFERENCES `technicians`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`import_id`) REFERENCES `imports`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`arrival_id`) REFERENCES `imports`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "batteries_moments" CHECK("__new_batteries"."changed_at_ms" is null or (typeof("__new_batteries"."changed_at_ms") = 'integer' and "__new_batteries"."changed_at_ms" between 0 and 7258118399999))
);
--> statement-breakpoint
INSERT INTO `__new_batteries`("id", "tag", "tag_key", "type", "nominal_volts", "ratings", "c20_ah", "rc_minutes", "model", "place", "date_code", "fitted_on", "size_group", "slot", "baseline_siemens", "changed_at_ms", "changed_by_id", "revision", "import_id", "arrival_id", "shape") SELECT unhex(replace("id", '-', '')), "tag", "tag_key", "type", "nominal_volts", "ratings", "c20_ah", "rc_minutes", "model", "place", "date_code", "fitted_on", "size_group", "slot", "baseline_siemens", "changed_at_ms", unhex(replace("changed_by_id", '-', '')), "revision", unhex(replace("import_id", '-', '')), unhex(replace("arrival_id", '-', '')), "shape" FROM `batteries`;--> statement-breakpoint
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
	`author_id` blob NOT NULL,
	`made_at_ms` integer NOT NULL,
	`shape` integer DEFAULT 3 NOT NULL,
	PRIMARY KEY(`id`, `version`),
	FOREIGN KEY (`author_id`) REFERENCES `technicians`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "house_rules_moments" CHECK("__new_house_rules"."made_at_ms" is null or (typeof("__new_house_rules"."made_at_ms") = 'integer' and "__new_house_rules"."made_at_ms" between 0 and 7258118399999))
);
--> statement-breakpoint
INSERT INTO `__new_house_rules`("id", "version", "rules", "reason", "author_id", "made_at_ms", "shape") SELECT "id", "version", "rules", "reason", unhex(replace("author_id", '-', '')), "made_at_ms", "shape" FROM `house_rules`;--> statement-breakpoint
DROP TABLE `house_rules`;--> statement-breakpoint
ALTER TABLE `__new_house_rules` RENAME TO `house_rules`;--> statement-breakpoint
CREATE TABLE `__new_imports` (
	`id` blob PRIMARY KEY NOT NULL,
	`source` text NOT NULL,
	`state` text DEFAULT 'in' NOT NULL,
	`name` text NOT NULL,
	`runs` integer NOT NULL,
	`new_batteries` integer NOT NULL,
	`made_at_ms` integer NOT NULL,
	`made_by_id` blob NOT NULL,
	`undone_at_ms` integer,
	`undone_by_id` blob,
	`arrival_id` blob,
	FOREIGN KEY (`made_by_id`) REFERENCES `technicians`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`undone_by_id`) REFERENCES `technicians`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`arrival_id`) REFERENCES `imports`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "imports_state" CHECK("__new_imports"."state" in ('arriving', 'in', 'taken_back', 'stopped')),
	CONSTRAINT "imports_moments" CHECK("__new_imports"."made_at_ms" is null or (typeof("__new_imports"."made_at_ms") = 'integer' and "__new_imports"."made_at_ms" between 0 and 7258118399999)),
	CONSTRAINT "imports_undone" CHECK("__new_imports"."undone_at_ms" is null or (typeof("__new_imports"."undone_at_ms") = 'integer' and "__new_imports"."undone_at_ms" between 0 and 7258118399999))
);
--> statement-breakpoint
INSERT INTO `__new_imports`("id", "source", "state", "name", "runs", "new_batteries", "made_at_ms", "made_by_id", "undone_at_ms", "undone_by_id", "arrival_id") SELECT unhex(replace("id", '-', '')), "source", "state", "name", "runs", "new_batteries", "made_at_ms", unhex(replace("made_by_id", '-', '')), "undone_at_ms", unhex(replace("undone_by_id", '-', '')), unhex(replace("arrival_id", '-', '')) FROM `imports`;--> statement-breakpoint
DROP TABLE `imports`;--> statement-breakpoint
ALTER TABLE `__new_imports` RENAME TO `imports`;--> statement-breakpoint
CREATE INDEX `imports_by_time` ON `imports` (`made_at_ms`);--> statement-breakpoint
CREATE TABLE `__new_lots` (
	`id` blob PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`rows` text NOT NULL,
	`revision` integer NOT NULL,
	`started_at_ms` integer NOT NULL,
	`started_by_id` blob NOT NULL,
	`changed_at_ms` integer NOT NULL,
	`import_id` blob,
	`rules_id` text,
	`rules_version` integer,
	`shape` integer DEFAULT 1 NOT NULL,
	FOREIGN KEY (`started_by_id`) REFERENCES `technicians`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`import_id`) REFERENCES `imports`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "lots_started" CHECK("__new_lots"."started_at_ms" is null or (typeof("__new_lots"."started_at_ms") = 'integer' and "__new_lots"."started_at_ms" between 0 and 7258118399999)),
	CONSTRAINT "lots_changed" CHECK("__new_lots"."changed_at_ms" is null or (typeof("__new_lots"."changed_at_ms") = 'integer' and "__new_lots"."changed_at_ms" between 0 and 7258118399999))
);
--> statement-breakpoint
INSERT INTO `__new_lots`("id", "name", "rows", "revision", "started_at_ms", "started_by_id", "changed_at_ms", "import_id", "rules_id", "rules_version", "shape") SELECT unhex(replace("id", '-', '')), "name", "rows", "revision", "started_at_ms", unhex(replace("started_by_id", '-', '')), "changed_at_ms", unhex(replace("import_id", '-', '')), "rules_id", "rules_version", "shape" FROM `lots`;--> statement-breakpoint
DROP TABLE `lots`;--> statement-breakpoint
ALTER TABLE `__new_lots` RENAME TO `lots`;--> statement-breakpoint
CREATE INDEX `lots_by_change` ON `lots` (`changed_at_ms`);--> statement-breakpoint
INSERT INTO `instruments`(`id`, `name`, `name_key`, `created_at_ms`) SELECT randomblob(16), `instrument`, `instrument`, min(`recorded_at_ms`) FROM `readings` GROUP BY `instrument`;--> statement-breakpoint
CREATE TABLE `__new_readings` (
	`id` blob PRIMARY KEY NOT NULL,
	`run_id` blob NOT NULL,
	`kind` text NOT NULL,
	`data` text NOT NULL,
	`taken_at_ms` integer NOT NULL,
	`recorded_at_ms` integer NOT NULL,
	`technician_id` blob NOT NULL,
	`instrument_number` integer NOT NULL,
	`forced` integer NOT NULL,
	`supersedes_id` blob,
	`reason` text,
	`shape` integer DEFAULT 1 NOT NULL,
	FOREIGN KEY (`run_id`) REFERENCES `runs`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`kind`) REFERENCES `reading_kinds`(`kind`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`technician_id`) REFERENCES `technicians`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`instrument_number`) REFERENCES `instruments`(`number`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`supersedes_id`) REFERENCES `readings`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "readings_taken" CHECK("__new_readings"."taken_at_ms" is null or (typeof("__new_readings"."taken_at_ms") = 'integer' and "__new_readings"."taken_at_ms" between 0 and 7258118399999)),
	CONSTRAINT "readings_recorded" CHECK("__new_readings"."recorded_at_ms" is null or (typeof("__new_readings"."recorded_at_ms") = 'integer' and "__new_readings"."recorded_at_ms" between 0 and 7258118399999))
);
--> statement-breakpoint
INSERT INTO `__new_readings`("id", "run_id", "kind", "data", "taken_at_ms", "recorded_at_ms", "technician_id", "instrument_number", "forced", "supersedes_id", "reason", "shape") SELECT unhex(replace("id", '-', '')), unhex(replace("run_id", '-', '')), "kind", "data", "taken_at_ms", "recorded_at_ms", unhex(replace("technician_id", '-', '')), (SELECT `number` FROM `instruments` WHERE `name_key` = `instrument`), "forced", unhex(replace("supersedes_id", '-', '')), "reason", "shape" FROM `readings`;--> statement-breakpoint
DROP TABLE `readings`;--> statement-breakpoint
ALTER TABLE `__new_readings` RENAME TO `readings`;--> statement-breakpoint
CREATE INDEX `readings_by_run` ON `readings` (`run_id`,`taken_at_ms`);--> statement-breakpoint
CREATE INDEX `readings_by_superseded` ON `readings` (`supersedes_id`) WHERE "readings"."supersedes_id" is not null;--> statement-breakpoint
CREATE TABLE `__new_runs` (
	`id` blob PRIMARY KEY NOT NULL,
	`battery_id` blob,
	`vehicle_id` blob,
	`started_at_ms` integer NOT NULL,
	`started_by_id` blob NOT NULL,
	`finished_at_ms` integer,
	`finished_by_id` blob,
	`rules_id` text NOT NULL,
	`rules_version` integer NOT NULL,
	`assessment_id` blob,
	`import_id` blob,
	`arrival_id` blob,
	FOREIGN KEY (`battery_id`) REFERENCES `batteries`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`vehicle_id`) REFERENCES `vehicles`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`started_by_id`) REFERENCES `technicians`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`finished_by_id`) REFERENCES `technicians`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`assessment_id`) REFERENCES `assessments`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`import_id`) REFERENCES `imports`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`arrival_id`) REFERENCES `imports`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "runs_subject" CHECK(("__new_runs"."battery_id" is null) <> ("__new_runs"."vehicle_id" is null)),
	CONSTRAINT "runs_started" CHECK("__new_runs"."started_at_ms" is null or (typeof("__new_runs"."started_at_ms") = 'integer' and "__new_runs"."started_at_ms" between 0 and 7258118399999)),
	CONSTRAINT "runs_finished" CHECK("__new_runs"."finished_at_ms" is null or (typeof("__new_runs"."finished_at_ms") = 'integer' and "__new_runs"."finished_at_ms" between 0 and 7258118399999))
);
--> statement-breakpoint
INSERT INTO `__new_runs`("id", "battery_id", "vehicle_id", "started_at_ms", "started_by_id", "finished_at_ms", "finished_by_id", "rules_id", "rules_version", "assessment_id", "import_id", "arrival_id") SELECT unhex(replace("id", '-', '')), unhex(replace("battery_id", '-', '')), NULL, "started_at_ms", unhex(replace("started_by_id", '-', '')), "finished_at_ms", unhex(replace("finished_by_id", '-', '')), "rules_id", "rules_version", unhex(replace("assessment_id", '-', '')), unhex(replace("import_id", '-', '')), unhex(replace("arrival_id", '-', '')) FROM `runs`;--> statement-breakpoint
DROP TABLE `runs`;--> statement-breakpoint
ALTER TABLE `__new_runs` RENAME TO `runs`;--> statement-breakpoint
CREATE INDEX `runs_by_import` ON `runs` (`import_id`);--> statement-breakpoint
CREATE INDEX `runs_by_arrival` ON `runs` (`arrival_id`);--> statement-breakpoint
CREATE INDEX `runs_by_battery` ON `runs` (`battery_id`,`started_at_ms`);--> statement-breakpoint
CREATE INDEX `runs_by_vehicle` ON `runs` (`vehicle_id`,`started_at_ms`) WHERE "runs"."vehicle_id" is not null;--> statement-breakpoint
CREATE INDEX `runs_by_finish` ON `runs` (`finished_at_ms`);--> statement-breakpoint
CREATE INDEX `runs_by_assessment` ON `runs` (`assessment_id`,`arrival_id`);--> statement-breakpoint
CREATE TABLE `__new_set_aside` (
	`id` integer PRIMARY KEY NOT NULL,
	`origin` text NOT NULL,
	`run_id` blob,
	`found` text NOT NULL
);
--> statement-breakpoint
INSERT INTO `__new_set_aside`("id", "origin", "run_id", "found") SELECT "id", "origin", unhex(replace("run_id", '-', '')), "found" FROM `set_aside`;--> statement-breakpoint
DROP TABLE `set_aside`;--> statement-breakpoint
ALTER TABLE `__new_set_aside` RENAME TO `set_aside`;--> statement-breakpoint
CREATE INDEX `set_aside_by_run` ON `set_aside` (`run_id`);--> statement-breakpoint
CREATE TABLE `__new_sites` (
	`id` blob PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`address` text NOT NULL,
	`zone` text NOT NULL,
	`temperature_unit` text NOT NULL,
	`currency` text NOT NULL,
	`codes_address` text NOT NULL,
	`rating_standard` text NOT NULL,
	`rules_id` text NOT NULL,
	`revision` integer DEFAULT 1 NOT NULL,
	`changed_at_ms` integer NOT NULL,
	`changed_by_id` blob,
	FOREIGN KEY (`changed_by_id`) REFERENCES `technicians`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "sites_moments" CHECK("__new_sites"."changed_at_ms" is null or (typeof("__new_sites"."changed_at_ms") = 'integer' and "__new_sites"."changed_at_ms" between 0 and 7258118399999))
);
--> statement-breakpoint
INSERT INTO `__new_sites`("id", "name", "address", "zone", "temperature_unit", "currency", "codes_address", "rating_standard", "rules_id", "revision", "changed_at_ms", "changed_by_id") SELECT unhex(replace("id", '-', '')), "name", "address", "zone", "temperature_unit", "currency", "codes_address", "rating_standard", "rules_id", "revision", "changed_at_ms", unhex(replace("changed_by_id", '-', '')) FROM `sites`;--> statement-breakpoint
DROP TABLE `sites`;--> statement-breakpoint
ALTER TABLE `__new_sites` RENAME TO `sites`;--> statement-breakpoint
CREATE TABLE `__new_slots` (
	`id` blob PRIMARY KEY NOT NULL,
	`vehicle_id` blob NOT NULL,
	`battery_id` blob NOT NULL,
	`name` text NOT NULL,
	`from_on` text NOT NULL,
	`to_on` text,
	FOREIGN KEY (`vehicle_id`) REFERENCES `vehicles`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`battery_id`) REFERENCES `batteries`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
INSERT INTO `__new_slots`("id", "vehicle_id", "battery_id", "name", "from_on", "to_on") SELECT unhex(replace("id", '-', '')), unhex(replace("vehicle_id", '-', '')), unhex(replace("battery_id", '-', '')), "name", "from_on", "to_on" FROM `slots`;--> statement-breakpoint
DROP TABLE `slots`;--> statement-breakpoint
ALTER TABLE `__new_slots` RENAME TO `slots`;--> statement-breakpoint
CREATE INDEX `slots_by_battery` ON `slots` (`battery_id`,`from_on`);--> statement-breakpoint
CREATE INDEX `slots_by_vehicle` ON `slots` (`vehicle_id`,`from_on`);--> statement-breakpoint
CREATE TABLE `__new_technicians` (
	`id` blob PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`name_key` text NOT NULL,
	`revision` integer DEFAULT 1 NOT NULL,
	`created_at_ms` integer NOT NULL,
	`arrival_id` blob,
	FOREIGN KEY (`arrival_id`) REFERENCES `imports`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "technicians_moments" CHECK("__new_technicians"."created_at_ms" is null or (typeof("__new_technicians"."created_at_ms") = 'integer' and "__new_technicians"."created_at_ms" between 0 and 7258118399999))
);
--> statement-breakpoint
INSERT INTO `__new_technicians`("id", "name", "name_key", "revision", "created_at_ms", "arrival_id") SELECT unhex(replace("id", '-', '')), "name", "name_key", "revision", "created_at_ms", unhex(replace("arrival_id", '-', '')) FROM `technicians`;--> statement-breakpoint
DROP TABLE `technicians`;--> statement-breakpoint
ALTER TABLE `__new_technicians` RENAME TO `technicians`;--> statement-breakpoint
CREATE UNIQUE INDEX `technicians_by_name` ON `technicians` (`name_key`);--> statement-breakpoint
CREATE INDEX `technicians_by_arrival` ON `technicians` (`arrival_id`);--> statement-breakpoint
CREATE TABLE `__new_vehicles` (
	`id` blob PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`class` text NOT NULL,
	`site` text NOT NULL,
	`revision` integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
INSERT INTO `__new_vehicles`("id", "name", "class", "site") SELECT unhex(replace("id", '-', '')), "name", "class", "site" FROM `vehicles`;--> statement-breakpoint
DROP TABLE `vehicles`;--> statement-breakpoint
ALTER TABLE `__new_vehicles` RENAME TO `vehicles`;--> statement-breakpoint
CREATE UNIQUE INDEX `vehicles_by_name` ON `vehicles` (`name`);--> statement-breakpoint
CREATE TRIGGER `readings_unchanged` BEFORE UPDATE ON `readings` BEGIN SELECT RAISE(ABORT, 'append-only: a reading is never changed'); END;--> statement-breakpoint
CREATE TRIGGER `readings_kept` BEFORE DELETE ON `readings` WHEN NOT EXISTS (SELECT 1 FROM `runs` JOIN `imports` ON `imports`.`id` = `runs`.`arrival_id` WHERE `runs`.`id` = OLD.`run_id` AND `imports`.`state` = 'stopped') BEGIN SELECT RAISE(ABORT, 'append-only: a reading is never deleted'); END;--> statement-breakpoint
CREATE TRIGGER `assessments_unchanged` BEFORE UPDATE ON `assessments` BEGIN SELECT RAISE(ABORT, 'append-only: a judgement is never changed'); END;--> statement-breakpoint
CREATE TRIGGER `assessments_kept` BEFORE DELETE ON `assessments` WHEN NOT EXISTS (SELECT 1 FROM `runs` JOIN `imports` ON `imports`.`id` = `runs`.`arrival_id` WHERE `runs`.`id` = OLD.`run_id` AND `imports`.`state` = 'stopped') BEGIN SELECT RAISE(ABORT, 'append-only: a judgement is never deleted'); END;--> statement-breakpoint
CREATE TRIGGER `traces_unchanged` BEFORE UPDATE ON `traces` BEGIN SELECT RAISE(ABORT, 'append-only: a trace is never changed'); END;--> statement-breakpoint
CREATE TRIGGER `traces_kept` BEFORE DELETE ON `traces` WHEN NOT EXISTS (SELECT 1 FROM `runs` JOIN `imports` ON `imports`.`id` = `runs`.`arrival_id` WHERE `runs`.`id` = OLD.`run_id` AND `imports`.`state` = 'stopped') BEGIN SELECT RAISE(ABORT, 'append-only: a trace is never deleted'); END;--> statement-breakpoint
CREATE TABLE `battery_words` (
	`number` integer PRIMARY KEY NOT NULL,
	`battery_id` blob NOT NULL,
	`tag_key` text NOT NULL,
	`arrival_id` blob,
	`words` text NOT NULL
);
--> statement-breakpoint
CREATE UNIQUE INDEX `battery_words_by_battery` ON `battery_words` (`battery_id`);--> statement-breakpoint
CREATE INDEX `battery_words_by_tag` ON `battery_words` (`tag_key`);--> statement-breakpoint
CREATE VIRTUAL TABLE `battery_index` USING fts5(`words`, content='battery_words', content_rowid='number', tokenize='trigram');--> statement-breakpoint
CREATE VIEW `battery_terms` AS
SELECT `batteries`.`id`, `batteries`.`tag_key`, `batteries`.`arrival_id`,
	`batteries`.`tag_key` || char(10) || `batteries`.`place` || char(10) || `batteries`.`model` || char(10) || replace(`batteries`.`type`, '_', ' ') ||
	coalesce((SELECT group_concat(char(10) || `vehicles`.`name` || char(10) || `slots`.`name`, '') FROM `slots` JOIN `vehicles` ON `vehicles`.`id` = `slots`.`vehicle_id` WHERE `slots`.`battery_id` = `batteries`.`id`), '') AS `words`
FROM `batteries`;--> statement-breakpoint
CREATE TRIGGER `battery_words_added` AFTER INSERT ON `battery_words` BEGIN
	INSERT INTO `battery_index` (`rowid`, `words`) VALUES (NEW.`number`, NEW.`words`);
END;--> statement-breakpoint
CREATE TRIGGER `battery_words_changed` AFTER UPDATE OF `words` ON `battery_words` WHEN OLD.`words` <> NEW.`words` BEGIN
	INSERT INTO `battery_index` (`battery_index`, `rowid`, `words`) VALUES ('delete', OLD.`number`, OLD.`words`);
	INSERT INTO `battery_index` (`rowid`, `words`) VALUES (NEW.`number`, NEW.`words`);
END;--> statement-breakpoint
CREATE TRIGGER `battery_words_gone` AFTER DELETE ON `battery_words` BEGIN
	INSERT INTO `battery_index` (`battery_index`, `rowid`, `words`) VALUES ('delete', OLD.`number`, OLD.`words`);
END;--> statement-breakpoint
INSERT INTO `battery_words` (`battery_id`, `tag_key`, `arrival_id`, `words`) SELECT `id`, `tag_key`, `arrival_id`, `words` FROM `battery_terms`;--> statement-breakpoint
CREATE TRIGGER `batteries_words_added` AFTER INSERT ON `batteries` WHEN NEW.`arrival_id` IS NULL BEGIN
	INSERT INTO `battery_words` (`battery_id`, `tag_key`, `arrival_id`, `words`) SELECT `id`, `tag_key`, `arrival_id`, `words` FROM `battery_terms` WHERE `id` = NEW.`id`;
END;--> statement-breakpoint
CREATE TRIGGER `batteries_words_changed` AFTER UPDATE OF `tag_key`, `place`, `model`, `type`, `arrival_id` ON `batteries` BEGIN
	UPDATE `battery_words` SET `tag_key` = NEW.`tag_key`, `arrival_id` = NEW.`arrival_id`, `words` = (SELECT `words` FROM `battery_terms` WHERE `id` = NEW.`id`) WHERE `battery_id` = NEW.`id`;
END;--> statement-breakpoint
CREATE TRIGGER `batteries_words_gone` AFTER DELETE ON `batteries` BEGIN
	DELETE FROM `battery_words` WHERE `battery_id` = OLD.`id`;
END;--> statement-breakpoint
CREATE TRIGGER `slots_words_added` AFTER INSERT ON `slots` BEGIN
	UPDATE `battery_words` SET `words` = (SELECT `words` FROM `battery_terms` WHERE `id` = NEW.`battery_id`) WHERE `battery_id` = NEW.`battery_id`;
END;--> statement-breakpoint
CREATE TRIGGER `slots_words_changed` AFTER UPDATE ON `slots` BEGIN
	UPDATE `battery_words` SET `words` = (SELECT `words` FROM `battery_terms` WHERE `id` = `battery_words`.`battery_id`) WHERE `battery_id` IN (OLD.`battery_id`, NEW.`battery_id`);
END;--> statement-breakpoint
CREATE TRIGGER `slots_words_gone` AFTER DELETE ON `slots` BEGIN
	UPDATE `battery_words` SET `words` = (SELECT `words` FROM `battery_terms` WHERE `id` = OLD.`battery_id`) WHERE `battery_id` = OLD.`battery_id`;
END;--> statement-breakpoint
CREATE TRIGGER `vehicles_words_changed` AFTER UPDATE OF `name` ON `vehicles` BEGIN
	UPDATE `battery_words` SET `words` = (SELECT `words` FROM `battery_terms` WHERE `id` = `battery_words`.`battery_id`) WHERE `battery_id` IN (SELECT `battery_id` FROM `slots` WHERE `vehicle_id` = NEW.`id`);
END;
