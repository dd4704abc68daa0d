DROP INDEX `outlooks_by_crossing`;--> statement-breakpoint
DROP INDEX `outlooks_by_health`;--> statement-breakpoint
DROP INDEX `outlooks_by_failing`;--> statement-breakpoint
DROP INDEX `outlooks_by_tested`;--> statement-breakpoint
DROP INDEX `outlooks_by_waiting`;--> statement-breakpoint
DROP INDEX `outlooks_by_slope`;--> statement-breakpoint
DROP INDEX `outlooks_by_check`;--> statement-breakpoint
CREATE INDEX `outlooks_by_crossing` ON `outlooks` (`cross_p50_ms`,`battery_id`,`verdict`);--> statement-breakpoint
CREATE INDEX `outlooks_by_health` ON `outlooks` (`health_pct`,`battery_id`,`verdict`);--> statement-breakpoint
CREATE INDEX `outlooks_by_failing` ON `outlooks` (`fails_90`,`battery_id`,`verdict`);--> statement-breakpoint
CREATE INDEX `outlooks_by_tested` ON `outlooks` (`tested_ms`,`battery_id`,`verdict`);--> statement-breakpoint
CREATE INDEX `outlooks_by_waiting` ON `outlooks` (`wait_cost`,`battery_id`,`verdict`);--> statement-breakpoint
CREATE INDEX `outlooks_by_slope` ON `outlooks` (`slope_pct`,`battery_id`,`verdict`);--> statement-breakpoint
CREATE INDEX `outlooks_by_check` ON `outlooks` (`next_check_ms`,`battery_id`,`verdict`);