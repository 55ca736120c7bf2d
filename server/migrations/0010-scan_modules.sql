CREATE TABLE IF NOT EXISTS `scan_modules` (
  `scan_id` char(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `position` int(10) unsigned NOT NULL,
  `name` varchar(200) NOT NULL,
  `answered` tinyint(1) NOT NULL,
  PRIMARY KEY (`scan_id`,`position`),
  CONSTRAINT `scan_modules_scan_id_foreign` FOREIGN KEY (`scan_id`) REFERENCES `scans` (`id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
