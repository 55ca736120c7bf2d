ALTER TABLE `trace_epochs`
  MODIFY COLUMN `after_test` varchar(80) DEFAULT NULL;
