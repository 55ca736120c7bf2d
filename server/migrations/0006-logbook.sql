CREATE TABLE IF NOT EXISTS `logbook` (
  `job_id` char(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `seq` int(10) unsigned NOT NULL,
  `person_id` char(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `kind` varchar(30) NOT NULL,
  `stage` varchar(20) NOT NULL,
  `says` varchar(400) NOT NULL,
  `fact_id` char(36) CHARACTER SET ascii COLLATE ascii_bin DEFAULT NULL,
  `corrects` char(36) CHARACTER SET ascii COLLATE ascii_bin DEFAULT NULL,
  `withdrawn` tinyint(1) NOT NULL,
  `observed_at` datetime(3) NOT NULL,
  `recorded_at` datetime(3) NOT NULL,
  `entry` longtext NOT NULL,
  `hash` char(64) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  PRIMARY KEY (`job_id`,`seq`),
  KEY `logbook_person_id_foreign` (`person_id`),
  CONSTRAINT `logbook_job_id_foreign` FOREIGN KEY (`job_id`) REFERENCES `jobs` (`id`),
  CONSTRAINT `logbook_person_id_foreign` FOREIGN KEY (`person_id`) REFERENCES `people` (`id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
