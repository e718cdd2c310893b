ALTER TABLE `engine_figures` DROP FOREIGN KEY IF EXISTS `engine_figures_sheet_id_engine_sheets_id_fk`;
--> statement-breakpoint
ALTER TABLE `event_figures` DROP FOREIGN KEY IF EXISTS `event_figures_event_id_job_events_id_fk`;
--> statement-breakpoint
ALTER TABLE `job_events` DROP FOREIGN KEY IF EXISTS `job_events_job_id_jobs_id_fk`;
--> statement-breakpoint
ALTER TABLE `job_events` DROP FOREIGN KEY IF EXISTS `job_events_person_id_people_id_fk`;
--> statement-breakpoint
ALTER TABLE `jobs` DROP FOREIGN KEY IF EXISTS `jobs_machine_id_machines_id_fk`;
--> statement-breakpoint
ALTER TABLE `machines` DROP FOREIGN KEY IF EXISTS `machines_sheet_id_engine_sheets_id_fk`;
--> statement-breakpoint
ALTER TABLE `house_rules` DROP FOREIGN KEY IF EXISTS `house_rules_person_id_people_id_fk`;
--> statement-breakpoint
ALTER TABLE `engine_figures` DROP FOREIGN KEY IF EXISTS `engine_figures_person_id_people_id_fk`;
--> statement-breakpoint
ALTER TABLE `engine_figures` MODIFY COLUMN `sheet_id` varchar(36) character set ascii collate ascii_nopad_bin NOT NULL, MODIFY COLUMN `person_id` varchar(36) character set ascii collate ascii_nopad_bin, ADD COLUMN IF NOT EXISTS `shop_id` int NOT NULL DEFAULT 1;
--> statement-breakpoint
ALTER TABLE `engine_sheets` MODIFY COLUMN `id` varchar(36) character set ascii collate ascii_nopad_bin NOT NULL, ADD COLUMN IF NOT EXISTS `shop_id` int NOT NULL DEFAULT 1;
--> statement-breakpoint
ALTER TABLE `event_figures` MODIFY COLUMN `event_id` varchar(36) character set ascii collate ascii_nopad_bin NOT NULL, ADD COLUMN IF NOT EXISTS `shop_id` int NOT NULL DEFAULT 1;
--> statement-breakpoint
ALTER TABLE `house_rules` MODIFY COLUMN `person_id` varchar(36) character set ascii collate ascii_nopad_bin NOT NULL, ADD COLUMN IF NOT EXISTS `shop_id` int NOT NULL DEFAULT 1;
--> statement-breakpoint
ALTER TABLE `job_events` MODIFY COLUMN `id` varchar(36) character set ascii collate ascii_nopad_bin NOT NULL, MODIFY COLUMN `job_id` varchar(36) character set ascii collate ascii_nopad_bin NOT NULL, MODIFY COLUMN `person_id` varchar(36) character set ascii collate ascii_nopad_bin NOT NULL, ADD COLUMN IF NOT EXISTS `shop_id` int NOT NULL DEFAULT 1, ADD COLUMN IF NOT EXISTS `time_doubtful` boolean NOT NULL DEFAULT false;
--> statement-breakpoint
ALTER TABLE `jobs` MODIFY COLUMN `id` varchar(36) character set ascii collate ascii_nopad_bin NOT NULL, MODIFY COLUMN `machine_id` varchar(36) character set ascii collate ascii_nopad_bin NOT NULL, ADD COLUMN IF NOT EXISTS `shop_id` int NOT NULL DEFAULT 1;
--> statement-breakpoint
ALTER TABLE `machines` MODIFY COLUMN `id` varchar(36) character set ascii collate ascii_nopad_bin NOT NULL, MODIFY COLUMN `sheet_id` varchar(36) character set ascii collate ascii_nopad_bin NOT NULL, ADD COLUMN IF NOT EXISTS `shop_id` int NOT NULL DEFAULT 1;
--> statement-breakpoint
ALTER TABLE `people` MODIFY COLUMN `id` varchar(36) character set ascii collate ascii_nopad_bin NOT NULL, ADD COLUMN IF NOT EXISTS `shop_id` int NOT NULL DEFAULT 1;
--> statement-breakpoint
ALTER TABLE `engine_figures` ADD CONSTRAINT `engine_figures_sheet_id_engine_sheets_id_fk` FOREIGN KEY IF NOT EXISTS (`sheet_id`) REFERENCES `engine_sheets`(`id`);
--> statement-breakpoint
ALTER TABLE `event_figures` ADD CONSTRAINT `event_figures_event_id_job_events_id_fk` FOREIGN KEY IF NOT EXISTS (`event_id`) REFERENCES `job_events`(`id`);
--> statement-breakpoint
ALTER TABLE `job_events` ADD CONSTRAINT `job_events_job_id_jobs_id_fk` FOREIGN KEY IF NOT EXISTS (`job_id`) REFERENCES `jobs`(`id`);
--> statement-breakpoint
ALTER TABLE `job_events` ADD CONSTRAINT `job_events_person_id_people_id_fk` FOREIGN KEY IF NOT EXISTS (`person_id`) REFERENCES `people`(`id`);
--> statement-breakpoint
ALTER TABLE `jobs` ADD CONSTRAINT `jobs_machine_id_machines_id_fk` FOREIGN KEY IF NOT EXISTS (`machine_id`) REFERENCES `machines`(`id`);
--> statement-breakpoint
ALTER TABLE `machines` ADD CONSTRAINT `machines_sheet_id_engine_sheets_id_fk` FOREIGN KEY IF NOT EXISTS (`sheet_id`) REFERENCES `engine_sheets`(`id`);
--> statement-breakpoint
ALTER TABLE `house_rules` ADD CONSTRAINT `house_rules_person_id_people_id_fk` FOREIGN KEY IF NOT EXISTS (`person_id`) REFERENCES `people`(`id`);
--> statement-breakpoint
ALTER TABLE `engine_figures` ADD CONSTRAINT `engine_figures_person_id_people_id_fk` FOREIGN KEY IF NOT EXISTS (`person_id`) REFERENCES `people`(`id`);
--> statement-breakpoint
ALTER TABLE `house_rules` DROP PRIMARY KEY, ADD PRIMARY KEY (`shop_id`,`revision`);
--> statement-breakpoint
ALTER TABLE `jobs` DROP INDEX IF EXISTS `jobs_number`, ADD UNIQUE INDEX IF NOT EXISTS `jobs_shop_number` (`shop_id`,`number`), ADD INDEX IF NOT EXISTS `jobs_floor` (`shop_id`,`closed_at`,`promised_on`,`opened_at`), ADD INDEX IF NOT EXISTS `jobs_machine` (`machine_id`);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `job_sheets` (
	`job_id` varchar(36) character set ascii collate ascii_nopad_bin NOT NULL,
	`shop_id` int NOT NULL DEFAULT 1,
	`event_count` int NOT NULL,
	`knowledge` varchar(64) NOT NULL,
	`at` datetime(3) NOT NULL,
	`payload` longtext NOT NULL,
	PRIMARY KEY (`job_id`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `job_states` (
	`job_id` varchar(36) character set ascii collate ascii_nopad_bin NOT NULL,
	`shop_id` int NOT NULL DEFAULT 1,
	`event_count` int NOT NULL,
	`knowledge` varchar(64) NOT NULL,
	`payload` longtext NOT NULL,
	PRIMARY KEY (`job_id`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `shops` (
	`id` int NOT NULL,
	`epoch` varchar(36) character set ascii collate ascii_nopad_bin NOT NULL,
	`last_number` int NOT NULL DEFAULT 100,
	PRIMARY KEY (`id`)
);
--> statement-breakpoint
ALTER TABLE `job_sheets` ADD CONSTRAINT `job_sheets_job_id_jobs_id_fk` FOREIGN KEY IF NOT EXISTS (`job_id`) REFERENCES `jobs`(`id`);
--> statement-breakpoint
ALTER TABLE `job_states` ADD CONSTRAINT `job_states_job_id_jobs_id_fk` FOREIGN KEY IF NOT EXISTS (`job_id`) REFERENCES `jobs`(`id`);
--> statement-breakpoint
INSERT IGNORE INTO `shops` (`id`, `epoch`, `last_number`) SELECT 1, UUID(), COALESCE(MAX(`number`), 100) FROM `jobs`;
