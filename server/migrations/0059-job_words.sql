CREATE TABLE IF NOT EXISTS `job_words` (
  `word` varchar(40) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `number` int(10) unsigned NOT NULL,
  PRIMARY KEY (`word`, `number`),
  KEY `job_words_number_foreign` (`number`),
  CONSTRAINT `job_words_number_foreign` FOREIGN KEY (`number`) REFERENCES `jobs` (`number`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
