ALTER TABLE `outlooks` ADD `reserve` real;--> statement-breakpoint
UPDATE `outlooks` SET `stale` = 1;
