DROP TABLE shelf;
