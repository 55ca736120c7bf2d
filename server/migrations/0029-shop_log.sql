CREATE TABLE IF NOT EXISTS `shop_log` (
  `id` bigint(20) unsigned NOT NULL AUTO_INCREMENT,
  `person_id` char(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `device_id` char(36) CHARACTER SET ascii COLLATE ascii_bin DEFAULT NULL,
  `says` varchar(400) NOT NULL,
  `content` longtext NOT NULL CHECK (json_valid(`content`)),
  `recorded_at` datetime(3) NOT NULL,
  PRIMARY KEY (`id`),
  KEY `shop_log_person_id_foreign` (`person_id`),
  KEY `shop_log_device_id_foreign` (`device_id`),
  CONSTRAINT `shop_log_device_id_foreign` FOREIGN KEY (`device_id`) REFERENCES `devices` (`id`),
  CONSTRAINT `shop_log_person_id_foreign` FOREIGN KEY (`person_id`) REFERENCES `people` (`id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
