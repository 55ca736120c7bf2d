CREATE TABLE IF NOT EXISTS `job_learned` (
  `job_id` char(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `learned` longtext NOT NULL CHECK (json_valid(`learned`)),
  PRIMARY KEY (`job_id`),
  CONSTRAINT `job_learned_job_id_foreign` FOREIGN KEY (`job_id`) REFERENCES `jobs` (`id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
