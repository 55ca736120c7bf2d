ALTER TABLE `scans`
  ADD COLUMN IF NOT EXISTS `marks` longtext DEFAULT NULL CHECK (`marks` is null or json_valid(`marks`));
