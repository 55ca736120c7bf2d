ALTER TABLE `batteries`
  ADD COLUMN IF NOT EXISTS `health_percent` double DEFAULT NULL AFTER `measured_standard`,
  ADD COLUMN IF NOT EXISTS `milliohms` double DEFAULT NULL AFTER `health_percent`;
