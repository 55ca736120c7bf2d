ALTER TABLE `jobs`
  ADD COLUMN IF NOT EXISTS `event_details` longtext DEFAULT NULL CHECK (`event_details` is null or json_valid(`event_details`)),
  ADD COLUMN IF NOT EXISTS `origin` longtext DEFAULT NULL CHECK (`origin` is null or json_valid(`origin`));
