CREATE TABLE IF NOT EXISTS `server_clocks` (
  `server` varchar(64) NOT NULL,
  `wall` datetime(3) NOT NULL,
  `uptime` double NOT NULL,
  `boot` varchar(64) NOT NULL,
  PRIMARY KEY (`server`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
