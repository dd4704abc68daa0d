ALTER TABLE `sites` ADD `climate` text DEFAULT 'mild' NOT NULL;--> statement-breakpoint
ALTER TABLE `sites` ADD `winter` text DEFAULT 'december' NOT NULL;