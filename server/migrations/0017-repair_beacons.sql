CREATE TABLE IF NOT EXISTS `repair_beacons` (
  `repair_id` char(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `beacon_id` char(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  PRIMARY KEY (`repair_id`,`beacon_id`),
  KEY `repair_beacons_beacon_id_foreign` (`beacon_id`),
  CONSTRAINT `repair_beacons_beacon_id_foreign` FOREIGN KEY (`beacon_id`) REFERENCES `beacons` (`id`),
  CONSTRAINT `repair_beacons_repair_id_foreign` FOREIGN KEY (`repair_id`) REFERENCES `repairs` (`id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
