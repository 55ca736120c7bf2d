CREATE TABLE IF NOT EXISTS `shop_settings` (
  `id` tinyint(3) unsigned NOT NULL CHECK (`id` = 1),
  `revision` int(10) unsigned NOT NULL,
  `settings` longtext NOT NULL CHECK (json_valid(`settings`)),
  PRIMARY KEY (`id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
