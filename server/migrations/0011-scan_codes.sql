CREATE TABLE IF NOT EXISTS `scan_codes` (
  `scan_id` char(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `position` int(10) unsigned NOT NULL,
  `module` varchar(200) NOT NULL,
  `code` varchar(20) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `failure_type` varchar(4) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin DEFAULT NULL,
  `status` varchar(12) NOT NULL,
  PRIMARY KEY (`scan_id`,`position`),
  KEY `scan_codes_code_index` (`code`),
  CONSTRAINT `scan_codes_scan_id_foreign` FOREIGN KEY (`scan_id`) REFERENCES `scans` (`id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
