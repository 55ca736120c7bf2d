CREATE TABLE IF NOT EXISTS `trace_beacons` (
  `trace_id` char(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `beacon_id` char(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  PRIMARY KEY (`trace_id`,`beacon_id`),
  KEY `trace_beacons_beacon_id_foreign` (`beacon_id`),
  CONSTRAINT `trace_beacons_beacon_id_foreign` FOREIGN KEY (`beacon_id`) REFERENCES `beacons` (`id`),
  CONSTRAINT `trace_beacons_trace_id_foreign` FOREIGN KEY (`trace_id`) REFERENCES `traces` (`id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
