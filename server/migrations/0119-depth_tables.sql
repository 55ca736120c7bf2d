CREATE TABLE IF NOT EXISTS `depth_tables` (
  `table_id` char(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `version` int(10) unsigned NOT NULL,
  `make` varchar(200) NOT NULL,
  `model` varchar(200) DEFAULT NULL,
  `title` varchar(200) NOT NULL,
  `depth_table` longtext NOT NULL CHECK (json_valid(`depth_table`)),
  `note` varchar(200) DEFAULT NULL,
  `withdrawn` tinyint(1) NOT NULL DEFAULT 0,
  `person_id` char(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `added_at` datetime(3) NOT NULL,
  PRIMARY KEY (`table_id`,`version`),
  KEY `depth_tables_person_id_foreign` (`person_id`),
  KEY `depth_tables_make_model_index` (`make`,`model`),
  CONSTRAINT `depth_tables_person_id_foreign` FOREIGN KEY (`person_id`) REFERENCES `people` (`id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
