ALTER TABLE `engine_figures` MODIFY COLUMN `value` double;--> statement-breakpoint
ALTER TABLE `engine_figures` ADD `word` varchar(40);