CREATE TABLE IF NOT EXISTS `practice_overrides` (
  `job_id` char(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `done` longtext NOT NULL CHECK (json_valid(`done`)),
  PRIMARY KEY (`job_id`),
  CONSTRAINT `practice_overrides_job_id_foreign` FOREIGN KEY (`job_id`) REFERENCES `jobs` (`id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
