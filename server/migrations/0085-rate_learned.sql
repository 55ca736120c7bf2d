CREATE TABLE IF NOT EXISTS `rate_learned` (
  `kind` varchar(20) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `mode` varchar(20) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `year` smallint unsigned NOT NULL,
  `closures` int NOT NULL,
  `expected` double NOT NULL,
  PRIMARY KEY (`kind`, `mode`, `year`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
