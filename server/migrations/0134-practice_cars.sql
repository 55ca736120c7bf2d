CREATE TABLE IF NOT EXISTS `practice_cars` (
  `job_id` char(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `vehicle` varchar(40) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `seed` int(10) unsigned NOT NULL,
  `fault` longtext NOT NULL CHECK (json_valid(`fault`)),
  PRIMARY KEY (`job_id`),
  CONSTRAINT `practice_cars_job_id_foreign` FOREIGN KEY (`job_id`) REFERENCES `jobs` (`id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
