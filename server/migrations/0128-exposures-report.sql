ALTER TABLE `exposures`
  ADD COLUMN IF NOT EXISTS `report_id` char(36) CHARACTER SET ascii COLLATE ascii_bin DEFAULT NULL;
