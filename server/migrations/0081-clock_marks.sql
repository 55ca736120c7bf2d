CREATE TABLE IF NOT EXISTS `clock_marks` (
  `id` tinyint(3) unsigned NOT NULL,
  `wall` datetime(3) NOT NULL,
  `uptime` double NOT NULL,
  `boot` varchar(64) NOT NULL,
  PRIMARY KEY (`id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
