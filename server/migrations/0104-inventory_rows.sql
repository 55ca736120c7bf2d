CREATE TABLE IF NOT EXISTS `inventory_rows` (
  `import_id` char(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `line` int(10) unsigned NOT NULL,
  `make` varchar(80) NOT NULL,
  `model` varchar(80) NOT NULL,
  `kind` varchar(80) NOT NULL,
  `number_normal` varchar(80) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `vehicle_built` char(7) CHARACTER SET ascii COLLATE ascii_bin DEFAULT NULL,
  `cavities` smallint(5) unsigned DEFAULT NULL,
  `plug_key` varchar(80) NOT NULL,
  `price_cents` int(10) unsigned DEFAULT NULL,
  `stock` text NOT NULL CHECK (json_valid(`stock`)),
  PRIMARY KEY (`import_id`,`line`),
  KEY `inventory_rows_number_index` (`number_normal`,`price_cents`),
  KEY `inventory_rows_vehicle_index` (`make`,`model`,`kind`,`vehicle_built`,`price_cents`),
  KEY `inventory_rows_plug_index` (`cavities`,`plug_key`,`kind`,`vehicle_built`,`price_cents`),
  CONSTRAINT `inventory_rows_import_id_foreign` FOREIGN KEY (`import_id`) REFERENCES `inventory_imports` (`id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
