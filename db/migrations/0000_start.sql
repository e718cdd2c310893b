CREATE TABLE IF NOT EXISTS `engine_figures` (
	`sheet_id` varchar(36) NOT NULL,
	`name` varchar(40) NOT NULL,
	`value` double NOT NULL,
	`source` varchar(20) NOT NULL,
	`note` varchar(400),
	CONSTRAINT `engine_figures_sheet_id_name_pk` PRIMARY KEY(`sheet_id`,`name`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `engine_sheets` (
	`id` varchar(36) NOT NULL,
	`name` varchar(160) NOT NULL,
	`version` int NOT NULL DEFAULT 1,
	`cylinders` tinyint NOT NULL,
	`layout` varchar(20) NOT NULL,
	`fuel_feed` varchar(20) NOT NULL,
	`lifters` varchar(20) NOT NULL,
	`compression_release` varchar(20) NOT NULL,
	`carburettor` varchar(20) NOT NULL,
	`ignition` varchar(20) NOT NULL,
	CONSTRAINT `engine_sheets_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `event_figures` (
	`event_id` varchar(36) NOT NULL,
	`field` varchar(60) NOT NULL,
	`typed` varchar(80),
	`unit` varchar(8),
	`value_si` double,
	`open_loop` boolean NOT NULL DEFAULT false,
	CONSTRAINT `event_figures_event_id_field_pk` PRIMARY KEY(`event_id`,`field`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `job_events` (
	`id` varchar(36) NOT NULL,
	`job_id` varchar(36) NOT NULL,
	`seq` int NOT NULL,
	`kind` varchar(12) NOT NULL,
	`check_id` varchar(60),
	`cylinder` tinyint,
	`running_state` varchar(12),
	`temperature` varchar(8),
	`instrument` varchar(200),
	`person_id` varchar(36) NOT NULL,
	`at` datetime(3) NOT NULL,
	`received_at` datetime(3) NOT NULL,
	`rule_version` varchar(40) NOT NULL,
	`sheet_version` smallint NOT NULL,
	`payload` longtext NOT NULL,
	CONSTRAINT `job_events_id` PRIMARY KEY(`id`),
	CONSTRAINT `job_events_seq` UNIQUE(`job_id`,`seq`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `jobs` (
	`id` varchar(36) NOT NULL,
	`number` int NOT NULL,
	`machine_id` varchar(36) NOT NULL,
	`opened_at` datetime(3) NOT NULL,
	`promised_on` date,
	`event_count` int NOT NULL DEFAULT 0,
	`closed_at` datetime(3),
	CONSTRAINT `jobs_id` PRIMARY KEY(`id`),
	CONSTRAINT `jobs_number` UNIQUE(`number`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `machines` (
	`id` varchar(36) NOT NULL,
	`tag` varchar(40) NOT NULL,
	`name` varchar(200) NOT NULL,
	`kind` varchar(20) NOT NULL,
	`owner` varchar(200) NOT NULL,
	`hours` double,
	`sheet_id` varchar(36) NOT NULL,
	CONSTRAINT `machines_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `people` (
	`id` varchar(36) NOT NULL,
	`name` varchar(120) NOT NULL,
	`active` boolean NOT NULL DEFAULT true,
	CONSTRAINT `people_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
ALTER TABLE `engine_figures` ADD CONSTRAINT `engine_figures_sheet_id_engine_sheets_id_fk` FOREIGN KEY IF NOT EXISTS (`sheet_id`) REFERENCES `engine_sheets`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `event_figures` ADD CONSTRAINT `event_figures_event_id_job_events_id_fk` FOREIGN KEY IF NOT EXISTS (`event_id`) REFERENCES `job_events`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `job_events` ADD CONSTRAINT `job_events_job_id_jobs_id_fk` FOREIGN KEY IF NOT EXISTS (`job_id`) REFERENCES `jobs`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `job_events` ADD CONSTRAINT `job_events_person_id_people_id_fk` FOREIGN KEY IF NOT EXISTS (`person_id`) REFERENCES `people`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `jobs` ADD CONSTRAINT `jobs_machine_id_machines_id_fk` FOREIGN KEY IF NOT EXISTS (`machine_id`) REFERENCES `machines`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `machines` ADD CONSTRAINT `machines_sheet_id_engine_sheets_id_fk` FOREIGN KEY IF NOT EXISTS (`sheet_id`) REFERENCES `engine_sheets`(`id`) ON DELETE no action ON UPDATE no action;