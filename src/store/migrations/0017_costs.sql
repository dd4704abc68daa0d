DROP INDEX `outlooks_by_failing`;--> statement-breakpoint
ALTER TABLE `outlooks` ADD `fails` text;--> statement-breakpoint
ALTER TABLE `outlooks` ADD `wait_cost` real;--> statement-breakpoint
CREATE INDEX `outlooks_by_waiting` ON `outlooks` (`wait_cost`,`battery_id`);--> statement-breakpoint
ALTER TABLE `sites` ADD `costs` text;--> statement-breakpoint
UPDATE `outlooks` SET `stale` = 1;
