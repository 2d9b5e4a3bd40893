DROP TABLE kitchen;
