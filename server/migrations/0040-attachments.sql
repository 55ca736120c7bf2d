CREATE TABLE IF NOT EXISTS `attachments` (
  `id` char(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `job_id` char(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `person_id` char(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `type` varchar(20) NOT NULL,
  `width` smallint(5) unsigned NOT NULL,
  `height` smallint(5) unsigned NOT NULL,
  `sha256` char(64) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `bytes` mediumblob NOT NULL CHECK (octet_length(`bytes`) <= 1000000),
  `recorded_at` datetime(3) NOT NULL,
  PRIMARY KEY (`id`),
  KEY `attachments_job_id_foreign` (`job_id`),
  KEY `attachments_person_id_foreign` (`person_id`),
  CONSTRAINT `attachments_job_id_foreign` FOREIGN KEY (`job_id`) REFERENCES `jobs` (`id`),
  CONSTRAINT `attachments_person_id_foreign` FOREIGN KEY (`person_id`) REFERENCES `people` (`id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
