DROP TABLE IF EXISTS `rate_counts`;
