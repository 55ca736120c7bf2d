CREATE TABLE IF NOT EXISTS `jobs` (
  `id` char(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `number` int(10) unsigned NOT NULL,
  `seq` int(10) unsigned NOT NULL,
  `revision` int(10) unsigned NOT NULL DEFAULT 1,
  `vehicle_id` char(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `customer` varchar(120) DEFAULT NULL,
  `customer_words` text DEFAULT NULL,
  `event` varchar(30) NOT NULL,
  `event_note` varchar(200) DEFAULT NULL,
  `promised_at` datetime(3) DEFAULT NULL,
  `opened_at` datetime(3) NOT NULL,
  `chain` char(64) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  PRIMARY KEY (`id`),
  UNIQUE KEY `jobs_number_unique` (`number`),
  KEY `jobs_vehicle_id_foreign` (`vehicle_id`),
  CONSTRAINT `jobs_vehicle_id_foreign` FOREIGN KEY (`vehicle_id`) REFERENCES `vehicles` (`id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
