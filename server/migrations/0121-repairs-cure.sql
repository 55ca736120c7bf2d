ALTER TABLE `repairs`
  ADD COLUMN IF NOT EXISTS `cure` longtext DEFAULT NULL CHECK (`cure` IS NULL OR json_valid(`cure`));
