ALTER TABLE `outlooks` ADD `charge_pct` real;--> statement-breakpoint
UPDATE `outlooks` SET `stale` = 1;
