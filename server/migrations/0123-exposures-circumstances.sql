ALTER TABLE `exposures`
  ADD COLUMN IF NOT EXISTS `circumstances` longtext DEFAULT NULL CHECK (`circumstances` IS NULL OR json_valid(`circumstances`)),
  ADD COLUMN IF NOT EXISTS `provoked` varchar(10) DEFAULT NULL;
