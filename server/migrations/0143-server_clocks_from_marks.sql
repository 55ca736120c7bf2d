INSERT IGNORE INTO `server_clocks` (`server`, `wall`, `uptime`, `boot`) SELECT '', `wall`, `uptime`, `boot` FROM `clock_marks` WHERE `id` = 1;
