DROP TABLE IF EXISTS `scan_codes`, `scan_modules`;
