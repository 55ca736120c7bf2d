CREATE TABLE IF NOT EXISTS `cure_outcomes` (
  `repair_id` char(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `beacon_id` char(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `job_id` char(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `method` varchar(12) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `part` varchar(12) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `root` varchar(20) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `confirmed` tinyint(1) NOT NULL,
  `comes_and_goes` tinyint(1) NOT NULL,
  `called` double DEFAULT NULL,
  `stated` double NOT NULL,
  `worked` tinyint(1) NOT NULL,
  `miss` double DEFAULT NULL,
  `known_on` date NOT NULL,
  PRIMARY KEY (`repair_id`, `beacon_id`),
  KEY `cure_outcomes_job_id_index` (`job_id`),
  CONSTRAINT `cure_outcomes_job_id_foreign` FOREIGN KEY (`job_id`) REFERENCES `jobs` (`id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
