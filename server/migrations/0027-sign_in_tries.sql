CREATE TABLE IF NOT EXISTS `sign_in_tries` (
  `id` bigint(20) unsigned NOT NULL AUTO_INCREMENT,
  `person_id` char(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `device_id` char(36) CHARACTER SET ascii COLLATE ascii_bin DEFAULT NULL,
  `how` enum('password','pin') NOT NULL,
  `succeeded` tinyint(1) NOT NULL,
  `tried_at` datetime(3) NOT NULL,
  PRIMARY KEY (`id`),
  KEY `sign_in_tries_device_id_foreign` (`device_id`),
  KEY `sign_in_tries_person_id_how_id_index` (`person_id`,`how`,`id`),
  CONSTRAINT `sign_in_tries_device_id_foreign` FOREIGN KEY (`device_id`) REFERENCES `devices` (`id`),
  CONSTRAINT `sign_in_tries_person_id_foreign` FOREIGN KEY (`person_id`) REFERENCES `people` (`id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
