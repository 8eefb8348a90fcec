-- A van that is given up stays where jobs name it, and is chosen no more.
ALTER TABLE van ADD retired_on date;
ALTER TABLE van ADD CHECK (name <> '');
ALTER TABLE place ADD CHECK (name <> '');
