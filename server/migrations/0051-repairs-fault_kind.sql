ALTER TABLE `repairs`
  ADD COLUMN IF NOT EXISTS `fault_kind` varchar(20) DEFAULT NULL,
  ADD COLUMN IF NOT EXISTS `fault_mode` varchar(20) DEFAULT NULL;
