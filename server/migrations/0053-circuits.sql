CREATE TABLE IF NOT EXISTS `circuits` (
  `circuit_id` char(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `version` int(10) unsigned NOT NULL,
  `make` varchar(200) NOT NULL,
  `model` varchar(200) DEFAULT NULL,
  `title` varchar(200) NOT NULL,
  `circuit_case` longtext NOT NULL CHECK (json_valid(`circuit_case`)),
  `note` varchar(200) DEFAULT NULL,
  `person_id` char(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `added_at` datetime(3) NOT NULL,
  PRIMARY KEY (`circuit_id`,`version`),
  KEY `circuits_person_id_foreign` (`person_id`),
  KEY `circuits_make_model_index` (`make`,`model`),
  CONSTRAINT `circuits_person_id_foreign` FOREIGN KEY (`person_id`) REFERENCES `people` (`id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
