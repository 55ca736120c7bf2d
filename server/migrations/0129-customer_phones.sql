CREATE TABLE IF NOT EXISTS `customer_phones` (
  `link_id` char(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `phone_hash` char(64) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `tied_at` datetime(3) NOT NULL,
  PRIMARY KEY (`link_id`),
  CONSTRAINT `customer_phones_link_id_foreign` FOREIGN KEY (`link_id`) REFERENCES `customer_links` (`id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
