DROP TABLE IF EXISTS `clock_marks`;
