CREATE TABLE IF NOT EXISTS `house_rules` (
	`revision` int NOT NULL,
	`person_id` varchar(36) NOT NULL,
	`at` datetime(3) NOT NULL,
	`payload` longtext NOT NULL,
	CONSTRAINT `house_rules_revision` PRIMARY KEY(`revision`)
);
--> statement-breakpoint
ALTER TABLE `house_rules` ADD CONSTRAINT `house_rules_person_id_people_id_fk` FOREIGN KEY IF NOT EXISTS (`person_id`) REFERENCES `people`(`id`) ON DELETE no action ON UPDATE no action;