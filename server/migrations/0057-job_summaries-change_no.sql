ALTER TABLE `job_summaries`
  ADD COLUMN IF NOT EXISTS `change_no` bigint(20) unsigned NOT NULL DEFAULT 0,
  ADD COLUMN IF NOT EXISTS `review` tinyint(1) NOT NULL DEFAULT 0,
  ADD INDEX IF NOT EXISTS `job_summaries_by_change_no` (`change_no`),
  ADD INDEX IF NOT EXISTS `job_summaries_by_review` (`review`, `number`),
  ADD INDEX IF NOT EXISTS `job_summaries_by_due` (`due`, `number`),
  ADD INDEX IF NOT EXISTS `job_summaries_by_number` (`number`),
  DROP COLUMN IF EXISTS `changed_at`;
