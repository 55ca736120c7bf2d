ALTER TABLE `hand_backs`
  ADD COLUMN IF NOT EXISTS `accepted_by` varchar(120) DEFAULT NULL,
  ADD COLUMN IF NOT EXISTS `signature` mediumtext DEFAULT NULL;
