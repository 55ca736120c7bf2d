ALTER TABLE `exposures` ADD COLUMN IF NOT EXISTS `drives` smallint(5) unsigned DEFAULT NULL;
