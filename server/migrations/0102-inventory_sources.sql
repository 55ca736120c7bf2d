CREATE TABLE IF NOT EXISTS `inventory_sources` (
  `id` char(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `name` varchar(200) NOT NULL,
  `mapping` longtext NOT NULL CHECK (json_valid(`mapping`)),
  `current_import` char(36) CHARACTER SET ascii COLLATE ascii_bin DEFAULT NULL,
  `person_id` char(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `added_at` datetime(3) NOT NULL,
  PRIMARY KEY (`id`),
  UNIQUE KEY `inventory_sources_name_unique` (`name`),
  KEY `inventory_sources_current_import_index` (`current_import`),
  KEY `inventory_sources_person_id_foreign` (`person_id`),
  CONSTRAINT `inventory_sources_person_id_foreign` FOREIGN KEY (`person_id`) REFERENCES `people` (`id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
