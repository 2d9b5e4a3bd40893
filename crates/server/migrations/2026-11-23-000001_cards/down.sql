DROP TABLE cards;
