DROP INDEX `readings_by_superseded`;--> statement-breakpoint
CREATE INDEX `readings_by_superseded` ON `readings` (`supersedes_id`) WHERE "readings"."supersedes_id" is not null;--> statement-breakpoint
CREATE INDEX `runs_by_assessment` ON `runs` (`assessment_id`);