ALTER TABLE `traces`
  ADD COLUMN IF NOT EXISTS `rates_version` int(10) unsigned DEFAULT NULL,
  ADD COLUMN IF NOT EXISTS `circuit` longtext DEFAULT NULL CHECK (`circuit` is null or json_valid(`circuit`));
