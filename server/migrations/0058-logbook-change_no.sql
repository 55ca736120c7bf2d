ALTER TABLE `logbook` ADD COLUMN IF NOT EXISTS `change_no` bigint(20) unsigned NOT NULL DEFAULT 0;
