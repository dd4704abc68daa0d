CREATE TABLE `sites` (
	`id` text PRIMARY KEY NOT NULL,
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
	`changed_by_id` text,
	FOREIGN KEY (`changed_by_id`) REFERENCES `technicians`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "sites_moments" CHECK("sites"."changed_at_ms" is null or (typeof("sites"."changed_at_ms") = 'integer' and "sites"."changed_at_ms" between 0 and 7258118399999))
);
