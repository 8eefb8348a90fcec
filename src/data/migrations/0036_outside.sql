-- Dealers and the code service as they are called everywhere, and both set by the shop.
ALTER TABLE franchise_desk RENAME TO dealer;
ALTER TABLE bureau_service RENAME TO code_service;
-- A question that was asked once stays named by what was asked.
ALTER TABLE code_service ADD offered boolean NOT NULL DEFAULT true;

-- Roads of a file name no points on a map.
ALTER TABLE road_node ALTER x_km DROP NOT NULL, ALTER y_km DROP NOT NULL;
-- Where a van stands when it is with nobody; the workshop where that is not said.
ALTER TABLE van ADD stands_at text CHECK (stands_at ~ '\S');
