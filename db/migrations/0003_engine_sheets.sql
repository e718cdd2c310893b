ALTER TABLE `engine_figures` ADD COLUMN IF NOT EXISTS `person_id` varchar(36);--> statement-breakpoint
ALTER TABLE `engine_figures` ADD COLUMN IF NOT EXISTS `at` datetime(3);--> statement-breakpoint
ALTER TABLE `engine_sheets` ADD COLUMN IF NOT EXISTS `choke` varchar(20) DEFAULT 'unknown' NOT NULL;--> statement-breakpoint
ALTER TABLE `engine_sheets` ADD COLUMN IF NOT EXISTS `crank_phase` varchar(20) DEFAULT 'unknown' NOT NULL;--> statement-breakpoint
ALTER TABLE `engine_sheets` ADD COLUMN IF NOT EXISTS `kill_diode_polarity` varchar(20) DEFAULT 'unknown' NOT NULL;--> statement-breakpoint
ALTER TABLE `machines` ADD COLUMN IF NOT EXISTS `model` varchar(120);--> statement-breakpoint
ALTER TABLE `machines` ADD COLUMN IF NOT EXISTS `serial` varchar(120);--> statement-breakpoint
ALTER TABLE `engine_figures` ADD CONSTRAINT `engine_figures_person_id_people_id_fk` FOREIGN KEY IF NOT EXISTS (`person_id`) REFERENCES `people`(`id`) ON DELETE no action ON UPDATE no action;