INSERT IGNORE INTO `counters` (`name`, `value`) VALUES ('accounts', 0);
