ALTER TABLE `lots` ADD `rules_id` text;--> statement-breakpoint
ALTER TABLE `lots` ADD `rules_version` integer;