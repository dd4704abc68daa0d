CREATE TABLE `battery_words` (
	`number` integer PRIMARY KEY NOT NULL,
	`battery_id` text NOT NULL,
	`tag_key` text NOT NULL,
	`arrival_id` text,
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
