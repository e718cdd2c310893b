CREATE TABLE IF NOT EXISTS `audit_lines` (
	`id` varchar(36) character set ascii collate ascii_nopad_bin NOT NULL,
	`shop_id` int NOT NULL DEFAULT 1,
	`at` datetime(3) NOT NULL,
	`what` varchar(30) NOT NULL,
	`person_id` varchar(36) character set ascii collate ascii_nopad_bin,
	`session_id` varchar(36) character set ascii collate ascii_nopad_bin,
	`about` varchar(200),
	CONSTRAINT `audit_lines_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `sessions` (
	`id` varchar(36) character set ascii collate ascii_nopad_bin NOT NULL,
	`shop_id` int NOT NULL DEFAULT 1,
	`person_id` varchar(36) character set ascii collate ascii_nopad_bin NOT NULL,
	`tablet_id` varchar(36) character set ascii collate ascii_nopad_bin,
	`token_hash` char(64) character set ascii collate ascii_nopad_bin NOT NULL,
	`secret` varchar(64) NOT NULL,
	`opened_at` datetime(3) NOT NULL,
	`seen_at` datetime(3) NOT NULL,
	`ends_at` datetime(3) NOT NULL,
	`ended_at` datetime(3),
	`withdrawn` boolean NOT NULL DEFAULT false,
	CONSTRAINT `sessions_id` PRIMARY KEY(`id`),
	CONSTRAINT `sessions_token` UNIQUE(`token_hash`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `sheet_links` (
	`id` varchar(36) character set ascii collate ascii_nopad_bin NOT NULL,
	`shop_id` int NOT NULL DEFAULT 1,
	`job_id` varchar(36) character set ascii collate ascii_nopad_bin NOT NULL,
	`token_hash` char(64) character set ascii collate ascii_nopad_bin NOT NULL,
	`person_id` varchar(36) character set ascii collate ascii_nopad_bin NOT NULL,
	`at` datetime(3) NOT NULL,
	`ends_at` datetime(3) NOT NULL,
	`withdrawn_at` datetime(3),
	CONSTRAINT `sheet_links_id` PRIMARY KEY(`id`),
	CONSTRAINT `sheet_links_token` UNIQUE(`token_hash`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `tablets` (
	`id` varchar(36) character set ascii collate ascii_nopad_bin NOT NULL,
	`shop_id` int NOT NULL DEFAULT 1,
	`name` varchar(120) NOT NULL,
	`token_hash` char(64) character set ascii collate ascii_nopad_bin NOT NULL,
	`person_id` varchar(36) character set ascii collate ascii_nopad_bin NOT NULL,
	`at` datetime(3) NOT NULL,
	`withdrawn_at` datetime(3),
	CONSTRAINT `tablets_id` PRIMARY KEY(`id`),
	CONSTRAINT `tablets_token` UNIQUE(`token_hash`)
);
--> statement-breakpoint
ALTER TABLE `people` ADD COLUMN IF NOT EXISTS `role` varchar(20) DEFAULT 'technician' NOT NULL, ADD COLUMN IF NOT EXISTS `pin_hash` varchar(200), ADD COLUMN IF NOT EXISTS `password_hash` varchar(200);
--> statement-breakpoint
ALTER TABLE `audit_lines` ADD CONSTRAINT `audit_lines_person_id_people_id_fk` FOREIGN KEY IF NOT EXISTS (`person_id`) REFERENCES `people`(`id`);
--> statement-breakpoint
ALTER TABLE `sessions` ADD CONSTRAINT `sessions_person_id_people_id_fk` FOREIGN KEY IF NOT EXISTS (`person_id`) REFERENCES `people`(`id`);
--> statement-breakpoint
ALTER TABLE `sessions` ADD CONSTRAINT `sessions_tablet_id_tablets_id_fk` FOREIGN KEY IF NOT EXISTS (`tablet_id`) REFERENCES `tablets`(`id`);
--> statement-breakpoint
ALTER TABLE `sheet_links` ADD CONSTRAINT `sheet_links_job_id_jobs_id_fk` FOREIGN KEY IF NOT EXISTS (`job_id`) REFERENCES `jobs`(`id`);
--> statement-breakpoint
ALTER TABLE `sheet_links` ADD CONSTRAINT `sheet_links_person_id_people_id_fk` FOREIGN KEY IF NOT EXISTS (`person_id`) REFERENCES `people`(`id`);
--> statement-breakpoint
ALTER TABLE `tablets` ADD CONSTRAINT `tablets_person_id_people_id_fk` FOREIGN KEY IF NOT EXISTS (`person_id`) REFERENCES `people`(`id`);
--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `audit_lines_at` ON `audit_lines` (`shop_id`,`at`);
--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `sessions_person` ON `sessions` (`person_id`);
--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `sheet_links_job` ON `sheet_links` (`job_id`);