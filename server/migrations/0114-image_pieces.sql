CREATE TABLE IF NOT EXISTS `image_pieces` (
  `image_id` char(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `piece` int(10) unsigned NOT NULL,
  `job_id` char(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `person_id` char(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `sha256` char(64) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `bytes` mediumblob NOT NULL,
  `recorded_at` datetime(3) NOT NULL,
  PRIMARY KEY (`image_id`,`piece`),
  KEY `image_pieces_job_id_foreign` (`job_id`),
  KEY `image_pieces_person_id_foreign` (`person_id`),
  CONSTRAINT `image_pieces_job_id_foreign` FOREIGN KEY (`job_id`) REFERENCES `jobs` (`id`),
  CONSTRAINT `image_pieces_person_id_foreign` FOREIGN KEY (`person_id`) REFERENCES `people` (`id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
