ALTER TABLE `approvals`
  ADD COLUMN IF NOT EXISTS `plan_id` char(36) CHARACTER SET ascii COLLATE ascii_bin DEFAULT NULL,
  ADD COLUMN IF NOT EXISTS `small_parts` tinyint(1) DEFAULT NULL,
  ADD CONSTRAINT `approvals_plan_id_foreign` FOREIGN KEY IF NOT EXISTS (`plan_id`) REFERENCES `route_plans` (`id`);
