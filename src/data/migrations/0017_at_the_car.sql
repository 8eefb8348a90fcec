-- What secrets a job may have is said by the program's list of kinds, which is applied after the migrations.
ALTER TABLE envelope DROP CONSTRAINT envelope_kind_check;
