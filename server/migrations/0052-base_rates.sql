CREATE TABLE IF NOT EXISTS `base_rates` (
  `version` int(10) unsigned NOT NULL,
  `rates` longtext NOT NULL CHECK (json_valid(`rates`)),
  `note` varchar(200) DEFAULT NULL,
  `person_id` char(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `added_at` datetime(3) NOT NULL,
  PRIMARY KEY (`version`),
  KEY `base_rates_person_id_foreign` (`person_id`),
  CONSTRAINT `base_rates_person_id_foreign` FOREIGN KEY (`person_id`) REFERENCES `people` (`id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
