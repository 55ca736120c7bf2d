INSERT IGNORE INTO `counters` (`name`, `value`) VALUES ('job', 0);
