CREATE TABLE IF NOT EXISTS `found_counts` (
  `id` char(64) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `make` varchar(200) NOT NULL,
  `model` varchar(200) NOT NULL,
  `module` varchar(200) NOT NULL,
  `code` varchar(20) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `label` varchar(200) NOT NULL,
  `jobs` int(10) unsigned NOT NULL,
  PRIMARY KEY (`id`),
  KEY `found_counts_by_make_model_jobs` (`make`, `model`, `jobs`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
