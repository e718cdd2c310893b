CREATE TABLE IF NOT EXISTS `calendar_links` (
	`id` varchar(36) character set ascii collate ascii_nopad_bin NOT NULL,
	`shop_id` int NOT NULL DEFAULT 1,
	`token_hash` char(64) character set ascii collate ascii_nopad_bin NOT NULL,
	`person_id` varchar(36) character set ascii collate ascii_nopad_bin NOT NULL,
	`at` datetime(3) NOT NULL,
	`withdrawn_at` datetime(3),
	CONSTRAINT `calendar_links_id` PRIMARY KEY(`id`),
	CONSTRAINT `calendar_links_token` UNIQUE(`token_hash`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `job_photos` (
	`shop_id` int NOT NULL DEFAULT 1,
	`job_id` varchar(36) character set ascii collate ascii_nopad_bin NOT NULL,
	`sha256` char(64) character set ascii collate ascii_nopad_bin NOT NULL,
	`jpeg` mediumblob NOT NULL,
	CONSTRAINT `job_photos_job_id_sha256_pk` PRIMARY KEY(`job_id`,`sha256`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `later_ends` (
	`id` varchar(36) character set ascii collate ascii_nopad_bin NOT NULL,
	`shop_id` int NOT NULL DEFAULT 1,
	`event_id` varchar(36) character set ascii collate ascii_nopad_bin NOT NULL,
	`ended` varchar(12) NOT NULL,
	`note` varchar(400),
	`person_id` varchar(36) character set ascii collate ascii_nopad_bin NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `later_ends_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
ALTER TABLE `job_events` ADD COLUMN IF NOT EXISTS `imported` boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `jobs` ADD COLUMN IF NOT EXISTS `floor_rank` int;--> statement-breakpoint
ALTER TABLE `calendar_links` ADD CONSTRAINT `calendar_links_person_id_people_id_fk` FOREIGN KEY IF NOT EXISTS (`person_id`) REFERENCES `people`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `job_photos` ADD CONSTRAINT `job_photos_job_id_jobs_id_fk` FOREIGN KEY IF NOT EXISTS (`job_id`) REFERENCES `jobs`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `later_ends` ADD CONSTRAINT `later_ends_event_id_job_events_id_fk` FOREIGN KEY IF NOT EXISTS (`event_id`) REFERENCES `job_events`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `later_ends` ADD CONSTRAINT `later_ends_person_id_people_id_fk` FOREIGN KEY IF NOT EXISTS (`person_id`) REFERENCES `people`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `later_ends_event` ON `later_ends` (`event_id`);--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `job_events_kind` ON `job_events` (`shop_id`,`kind`);