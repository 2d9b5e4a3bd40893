DROP TABLE sessions;
DROP TABLE passcodes;
