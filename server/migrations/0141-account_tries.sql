ALTER TABLE `accounts`
  ADD COLUMN IF NOT EXISTS `tries` int(10) unsigned NOT NULL DEFAULT 0;
