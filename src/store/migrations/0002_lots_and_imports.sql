CREATE TABLE `imports` (
	`id` text PRIMARY KEY NOT NULL,
	`source` text NOT NULL,
	`name` text NOT NULL,
	`runs` integer NOT NULL,
	`new_batteries` integer NOT NULL,
	`made_at_ms` integer NOT NULL,
	`made_by_id` text NOT NULL,
	`undone_at_ms` integer,
	`undone_by_id` text,
	FOREIGN KEY (`made_by_id`) REFERENCES `technicians`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`undone_by_id`) REFERENCES `technicians`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `imports_by_time` ON `imports` (`made_at_ms`);--> statement-breakpoint
CREATE TABLE `lots` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`rows` text NOT NULL,
	`revision` integer NOT NULL,
	`started_at_ms` integer NOT NULL,
	`started_by_id` text NOT NULL,
	`changed_at_ms` integer NOT NULL,
	`import_id` text,
	FOREIGN KEY (`started_by_id`) REFERENCES `technicians`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`import_id`) REFERENCES `imports`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `lots_by_change` ON `lots` (`changed_at_ms`);--> statement-breakpoint
ALTER TABLE `batteries` ADD `import_id` text REFERENCES imports(id);--> statement-breakpoint
CREATE INDEX `batteries_by_import` ON `batteries` (`import_id`);--> statement-breakpoint
ALTER TABLE `runs` ADD `import_id` text REFERENCES imports(id);--> statement-breakpoint
CREATE INDEX `runs_by_import` ON `runs` (`import_id`);