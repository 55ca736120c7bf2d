CREATE TABLE IF NOT EXISTS `practice_ends` (
  `job_id` char(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `end` longtext NOT NULL CHECK (json_valid(`end`)),
  PRIMARY KEY (`job_id`),
  CONSTRAINT `practice_ends_job_id_foreign` FOREIGN KEY (`job_id`) REFERENCES `jobs` (`id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
