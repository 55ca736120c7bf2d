CREATE TABLE IF NOT EXISTS `inventory_bad_lines` (
  `import_id` char(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `line` int(10) unsigned NOT NULL,
  `says` varchar(500) NOT NULL,
  `why` varchar(300) NOT NULL,
  PRIMARY KEY (`import_id`,`line`),
  CONSTRAINT `inventory_bad_lines_import_id_foreign` FOREIGN KEY (`import_id`) REFERENCES `inventory_imports` (`id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
