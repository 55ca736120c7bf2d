ALTER TABLE `job_summaries` ADD INDEX IF NOT EXISTS `job_summaries_by_done_number` (`done`, `number`);
