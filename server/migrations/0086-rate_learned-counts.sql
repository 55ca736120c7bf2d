INSERT IGNORE INTO `rate_learned` (`kind`, `mode`, `year`, `closures`, `expected`)
  SELECT `kind`, `mode`, 2026, `closures`, 0 FROM `rate_counts`;
