ALTER TABLE `readings`
  ADD COLUMN IF NOT EXISTS `supply_volts` double DEFAULT NULL AFTER `gone`;
