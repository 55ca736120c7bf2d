CREATE TABLE IF NOT EXISTS `clock_jumps` (
  `id` bigint(20) unsigned NOT NULL AUTO_INCREMENT,
  `jumped_at` datetime(3) NOT NULL,
  `seconds` double NOT NULL,
  PRIMARY KEY (`id`),
  KEY `clock_jumps_jumped_at` (`jumped_at`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
