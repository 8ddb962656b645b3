-- Nothing changes in the tables: places, elements of pay, people, requests of leave and their answers, loaded rule tables
-- and ways to the staff pages are sealed from here on (stateSeals.ts), and an update is where that begins.
SELECT 1;
