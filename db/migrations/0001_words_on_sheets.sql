ALTER TABLE `engine_figures` MODIFY COLUMN `value` double;--> statement-breakpoint
ALTER TABLE `engine_figures` ADD COLUMN IF NOT EXISTS `word` varchar(40);