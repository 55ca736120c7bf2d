DROP SEQUENCE IF EXISTS `change_order`;
