UPDATE `practice_cars` SET `fault` = CONCAT('{"faults":[', `fault`, ']}') WHERE JSON_EXISTS(`fault`, '$.element');
