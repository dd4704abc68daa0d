CREATE TABLE `chargers` (
	`id` blob PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`place` text NOT NULL,
	`circuit` text NOT NULL,
	`channels` integer NOT NULL,
	`most_amps` real NOT NULL,
	`least_volts` real NOT NULL,
	`most_volts` real NOT NULL,
	`modes` text NOT NULL,
	`senses` integer NOT NULL,
	`retired_at_ms` integer,
	`revision` integer DEFAULT 1 NOT NULL,
	CONSTRAINT "chargers_retired" CHECK("chargers"."retired_at_ms" is null or (typeof("chargers"."retired_at_ms") = 'integer' and "chargers"."retired_at_ms" between 0 and 7258118399999))
);
