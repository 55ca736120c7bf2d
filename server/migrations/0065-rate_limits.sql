CREATE TABLE IF NOT EXISTS `rate_limits` (
  `key` varchar(255) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `points` int(9) NOT NULL DEFAULT 0,
  `expire` bigint(20) unsigned DEFAULT NULL,
  PRIMARY KEY (`key`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
