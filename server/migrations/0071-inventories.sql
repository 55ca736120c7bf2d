CREATE TABLE IF NOT EXISTS `inventories` (
  `id` char(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `job_id` char(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `seq` int(10) unsigned NOT NULL,
  `person_id` char(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `corrects` char(36) CHARACTER SET ascii COLLATE ascii_bin DEFAULT NULL,
  `withdrawn` tinyint(1) NOT NULL DEFAULT 0,
  `observed_at` datetime(3) NOT NULL,
  `recorded_at` datetime(3) NOT NULL,
  `file` longtext NOT NULL CHECK (json_valid(`file`)),
  PRIMARY KEY (`id`),
  UNIQUE KEY `inventories_job_id_seq_unique` (`job_id`,`seq`),
  UNIQUE KEY `inventories_corrects_unique` (`corrects`),
  KEY `inventories_person_id_foreign` (`person_id`),
  CONSTRAINT `inventories_corrects_foreign` FOREIGN KEY (`corrects`) REFERENCES `inventories` (`id`),
  CONSTRAINT `inventories_job_id_foreign` FOREIGN KEY (`job_id`) REFERENCES `jobs` (`id`),
  CONSTRAINT `inventories_person_id_foreign` FOREIGN KEY (`person_id`) REFERENCES `people` (`id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
