ALTER TABLE `library_entries`
  MODIFY COLUMN `kind` enum('pattern','code-note','code-link','weakness','restraint-file','part-weakness') NOT NULL;
