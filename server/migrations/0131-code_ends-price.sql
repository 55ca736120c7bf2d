ALTER TABLE `code_ends`
  ADD COLUMN IF NOT EXISTS `price_cents` int(10) unsigned DEFAULT NULL;
