CREATE TABLE IF NOT EXISTS `practice_hints` (
  `job_id` char(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `number` tinyint(3) unsigned NOT NULL,
  PRIMARY KEY (`job_id`, `number`),
  CONSTRAINT `practice_hints_job_id_foreign` FOREIGN KEY (`job_id`) REFERENCES `jobs` (`id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
