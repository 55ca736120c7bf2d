CREATE TABLE IF NOT EXISTS `accounts` (
  `person_id` char(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `password_hash` varchar(200) DEFAULT NULL,
  `pin_hash` varchar(200) DEFAULT NULL,
  `must_change` tinyint(1) NOT NULL,
  `active` tinyint(1) NOT NULL,
  PRIMARY KEY (`person_id`),
  CONSTRAINT `accounts_person_id_foreign` FOREIGN KEY (`person_id`) REFERENCES `people` (`id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
