CREATE TABLE IF NOT EXISTS `coding_books` (
  `book_id` char(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `version` int(10) unsigned NOT NULL,
  `make` varchar(200) NOT NULL,
  `model` varchar(200) DEFAULT NULL,
  `title` varchar(200) NOT NULL,
  `book` longtext NOT NULL CHECK (json_valid(`book`)),
  `note` varchar(200) DEFAULT NULL,
  `withdrawn` tinyint(1) NOT NULL DEFAULT 0,
  `person_id` char(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `added_at` datetime(3) NOT NULL,
  PRIMARY KEY (`book_id`,`version`),
  KEY `coding_books_person_id_foreign` (`person_id`),
  KEY `coding_books_make_model_index` (`make`,`model`),
  CONSTRAINT `coding_books_person_id_foreign` FOREIGN KEY (`person_id`) REFERENCES `people` (`id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
