CREATE TABLE IF NOT EXISTS `job_summaries` (
  `job_id` char(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `number` int(10) unsigned NOT NULL,
  `seq` int(10) unsigned NOT NULL,
  `done` tinyint(1) NOT NULL,
  `due` datetime(3) NOT NULL DEFAULT '9999-12-31 00:00:00.000',
  `plate` varchar(20) DEFAULT NULL,
  `search` text NOT NULL,
  `bay` longtext NOT NULL CHECK (json_valid(`bay`)),
  `changed_at` datetime(6) NOT NULL DEFAULT current_timestamp(6),
  PRIMARY KEY (`job_id`),
  KEY `job_summaries_done_due_number_index` (`done`,`due`,`number`),
  KEY `job_summaries_changed_at_index` (`changed_at`),
  CONSTRAINT `job_summaries_job_id_foreign` FOREIGN KEY (`job_id`) REFERENCES `jobs` (`id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
