CREATE TABLE IF NOT EXISTS `device_people` (
  `device_id` char(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `person_id` char(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `signed_in_at` datetime(3) DEFAULT NULL,
  PRIMARY KEY (`device_id`,`person_id`),
  KEY `device_people_person_id_foreign` (`person_id`),
  CONSTRAINT `device_people_device_id_foreign` FOREIGN KEY (`device_id`) REFERENCES `devices` (`id`),
  CONSTRAINT `device_people_person_id_foreign` FOREIGN KEY (`person_id`) REFERENCES `people` (`id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
