ALTER TABLE `engine_figures` ADD `person_id` varchar(36);--> statement-breakpoint
ALTER TABLE `engine_figures` ADD `at` datetime(3);--> statement-breakpoint
ALTER TABLE `engine_sheets` ADD `choke` varchar(20) DEFAULT 'unknown' NOT NULL;--> statement-breakpoint
ALTER TABLE `engine_sheets` ADD `crank_phase` varchar(20) DEFAULT 'unknown' NOT NULL;--> statement-breakpoint
ALTER TABLE `engine_sheets` ADD `kill_diode_polarity` varchar(20) DEFAULT 'unknown' NOT NULL;--> statement-breakpoint
ALTER TABLE `machines` ADD `model` varchar(120);--> statement-breakpoint
ALTER TABLE `machines` ADD `serial` varchar(120);--> statement-breakpoint
ALTER TABLE `engine_figures` ADD CONSTRAINT `engine_figures_person_id_people_id_fk` FOREIGN KEY (`person_id`) REFERENCES `people`(`id`) ON DELETE no action ON UPDATE no action;