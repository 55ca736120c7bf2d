CREATE TABLE IF NOT EXISTS `coverages` (
  `id` char(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `job_id` char(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `seq` int(10) unsigned NOT NULL,
  `person_id` char(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `corrects` char(36) CHARACTER SET ascii COLLATE ascii_bin DEFAULT NULL,
  `withdrawn` tinyint(1) NOT NULL DEFAULT 0,
  `observed_at` datetime(3) NOT NULL,
  `recorded_at` datetime(3) NOT NULL,
  `in_service` varchar(10) NOT NULL,
  `covers` longtext NOT NULL CHECK (json_valid(`covers`)),
  PRIMARY KEY (`id`),
  UNIQUE KEY `coverages_job_id_seq_unique` (`job_id`,`seq`),
  UNIQUE KEY `coverages_corrects_unique` (`corrects`),
  KEY `coverages_person_id_foreign` (`person_id`),
  CONSTRAINT `coverages_corrects_foreign` FOREIGN KEY (`corrects`) REFERENCES `coverages` (`id`),
  CONSTRAINT `coverages_job_id_foreign` FOREIGN KEY (`job_id`) REFERENCES `jobs` (`id`),
  CONSTRAINT `coverages_person_id_foreign` FOREIGN KEY (`person_id`) REFERENCES `people` (`id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
