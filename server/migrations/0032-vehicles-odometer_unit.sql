ALTER TABLE `vehicles`
  ADD COLUMN IF NOT EXISTS `odometer_unit` char(2) DEFAULT NULL,
  ADD COLUMN IF NOT EXISTS `built` char(7) DEFAULT NULL,
  ADD COLUMN IF NOT EXISTS `options` longtext DEFAULT NULL CHECK (`options` is null or json_valid(`options`)),
  ADD INDEX IF NOT EXISTS `vehicles_plate_index` (`plate`),
  ADD INDEX IF NOT EXISTS `vehicles_vin_index` (`vin`);
