CREATE TABLE IF NOT EXISTS `installation` (
  `id` tinyint(3) unsigned NOT NULL CHECK (`id` = 1),
  `public_key` varchar(200) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `private_key` varchar(400) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `made_at` datetime(3) NOT NULL,
  PRIMARY KEY (`id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
