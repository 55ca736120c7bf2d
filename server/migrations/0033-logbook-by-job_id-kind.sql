ALTER TABLE `logbook` ADD INDEX IF NOT EXISTS `logbook_by_job_id_kind` (`job_id`, `kind`);
