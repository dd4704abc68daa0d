CREATE TABLE `charge_room` (
	`id` integer PRIMARY KEY NOT NULL,
	`facts` text NOT NULL,
	`revision` integer DEFAULT 1 NOT NULL,
	`changed_at_ms` integer NOT NULL,
	`changed_by_id` blob,
	FOREIGN KEY (`changed_by_id`) REFERENCES `technicians`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "charge_room_changed" CHECK("charge_room"."changed_at_ms" is null or (typeof("charge_room"."changed_at_ms") = 'integer' and "charge_room"."changed_at_ms" between 0 and 7258118399999))
);
--> statement-breakpoint
CREATE TABLE `charge_wishes` (
	`run_id` blob PRIMARY KEY NOT NULL,
	`due_ms` integer,
	`weight` real NOT NULL,
	`reason` text NOT NULL,
	`held_charger_id` blob,
	`held_channel` integer,
	`held_start_ms` integer,
	`changed_by_id` blob,
	`changed_at_ms` integer NOT NULL,
	`revision` integer DEFAULT 1 NOT NULL,
	FOREIGN KEY (`run_id`) REFERENCES `runs`(`id`) ON UPDATE no action ON DELETE cascade,
	FOREIGN KEY (`held_charger_id`) REFERENCES `chargers`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`changed_by_id`) REFERENCES `technicians`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "charge_wishes_due" CHECK("charge_wishes"."due_ms" is null or (typeof("charge_wishes"."due_ms") = 'integer' and "charge_wishes"."due_ms" between 0 and 7258118399999)),
	CONSTRAINT "charge_wishes_held" CHECK("charge_wishes"."held_start_ms" is null or (typeof("charge_wishes"."held_start_ms") = 'integer' and "charge_wishes"."held_start_ms" between 0 and 7258118399999)),
	CONSTRAINT "charge_wishes_changed" CHECK("charge_wishes"."changed_at_ms" is null or (typeof("charge_wishes"."changed_at_ms") = 'integer' and "charge_wishes"."changed_at_ms" between 0 and 7258118399999))
);
