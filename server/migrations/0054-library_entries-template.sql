ALTER TABLE `library_entries`
  ADD COLUMN IF NOT EXISTS `template` varchar(80) DEFAULT NULL,
  MODIFY COLUMN `kind` enum('pattern','code-note','code-link','weakness') NOT NULL;
