CREATE TABLE IF NOT EXISTS `library_entries` (
  `id` char(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `kind` enum('pattern','code-note','code-link') NOT NULL,
  `make` varchar(200) DEFAULT NULL,
  `model` varchar(200) DEFAULT NULL,
  `data` longtext NOT NULL CHECK (json_valid(`data`)),
  `person_id` char(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `added_at` datetime(3) NOT NULL,
  `withdrawn_at` datetime(3) DEFAULT NULL,
  PRIMARY KEY (`id`),
  KEY `library_entries_person_id_foreign` (`person_id`),
  KEY `library_entries_kind_make_model_index` (`kind`,`make`,`model`),
  CONSTRAINT `library_entries_person_id_foreign` FOREIGN KEY (`person_id`) REFERENCES `people` (`id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
