DROP INDEX `runs_by_assessment`;--> statement-breakpoint
CREATE INDEX `runs_by_assessment` ON `runs` (`assessment_id`,`arrival_id`);