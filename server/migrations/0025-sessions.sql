CREATE TABLE IF NOT EXISTS `sessions` (
  `token_hash` char(64) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `person_id` char(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `device_id` char(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `began_at` datetime(3) NOT NULL,
  `seen_at` datetime(3) NOT NULL,
  `ended_at` datetime(3) DEFAULT NULL,
  PRIMARY KEY (`token_hash`),
  KEY `sessions_device_id_foreign` (`device_id`),
  KEY `sessions_person_id_ended_at_index` (`person_id`,`ended_at`),
  CONSTRAINT `sessions_device_id_foreign` FOREIGN KEY (`device_id`) REFERENCES `devices` (`id`),
  CONSTRAINT `sessions_person_id_foreign` FOREIGN KEY (`person_id`) REFERENCES `people` (`id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
