CREATE TABLE IF NOT EXISTS `vehicles` (
  `id` char(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `make` varchar(200) NOT NULL,
  `model` varchar(200) NOT NULL,
  `year` smallint(5) unsigned DEFAULT NULL,
  `plate` varchar(20) DEFAULT NULL,
  `vin` varchar(17) CHARACTER SET ascii COLLATE ascii_bin DEFAULT NULL,
  `odometer_km` int(10) unsigned DEFAULT NULL,
  `high_voltage` tinyint(1) DEFAULT NULL,
  `revision` int(10) unsigned NOT NULL DEFAULT 1,
  PRIMARY KEY (`id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
