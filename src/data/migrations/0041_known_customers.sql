-- A caller is known by the end of the number, however its beginning is written.
CREATE INDEX customer_phone_tail ON customer (right(regexp_replace(phone, '[^0-9]', '', 'g'), 7)) WHERE phone IS NOT NULL;
CREATE INDEX job_vin ON job (vin) WHERE vin IS NOT NULL;
