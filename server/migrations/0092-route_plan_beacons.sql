CREATE TABLE IF NOT EXISTS `route_plan_beacons` (
  `route_plan_id` char(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `beacon_id` char(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  PRIMARY KEY (`route_plan_id`,`beacon_id`),
  KEY `route_plan_beacons_beacon_id_foreign` (`beacon_id`),
  CONSTRAINT `route_plan_beacons_beacon_id_foreign` FOREIGN KEY (`beacon_id`) REFERENCES `beacons` (`id`),
  CONSTRAINT `route_plan_beacons_route_plan_id_foreign` FOREIGN KEY (`route_plan_id`) REFERENCES `route_plans` (`id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
