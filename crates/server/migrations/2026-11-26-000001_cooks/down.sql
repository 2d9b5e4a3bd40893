DROP TABLE cook_events;
DROP TABLE cooks;
