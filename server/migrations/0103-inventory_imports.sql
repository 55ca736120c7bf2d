CREATE TABLE IF NOT EXISTS `inventory_imports` (
  `id` char(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `source_id` char(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `file_name` varchar(200) NOT NULL,
  `fingerprint` varchar(100) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `mapping` longtext NOT NULL CHECK (json_valid(`mapping`)),
  `state` varchar(10) NOT NULL,
  `next_line` int(10) unsigned NOT NULL,
  `row_count` int(10) unsigned NOT NULL,
  `bad_count` int(10) unsigned NOT NULL,
  `person_id` char(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `started_at` datetime(3) NOT NULL,
  `ended_at` datetime(3) DEFAULT NULL,
  PRIMARY KEY (`id`),
  KEY `inventory_imports_source_id_fingerprint_index` (`source_id`,`fingerprint`),
  KEY `inventory_imports_person_id_foreign` (`person_id`),
  CONSTRAINT `inventory_imports_person_id_foreign` FOREIGN KEY (`person_id`) REFERENCES `people` (`id`),
  CONSTRAINT `inventory_imports_source_id_foreign` FOREIGN KEY (`source_id`) REFERENCES `inventory_sources` (`id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
