-- A school of 1,500 students in 60 classes with 2,000 tasks and 100,000 attempts, beside the demo world: for bin/bench school.
-- Ten classes have 30 students (the first 35), fifty have 24. Needs :'password', the hash with which all of them sign in.
INSERT INTO account SELECT (jsonb_populate_record(a, jsonb_build_object('id', gen_random_uuid(), 'sign_in', 'teacher' || n,
    'name', 'Teacher ' || n, 'given', 'Teacher', 'password', :'password'))).*
    FROM account a, generate_series(1, 8) n WHERE a.sign_in = 'odile';
INSERT INTO account SELECT (jsonb_populate_record(a, jsonb_build_object('id', gen_random_uuid(), 'sign_in', 'player' || n,
    'name', 'Player ' || n, 'given', 'Player', 'password', :'password'))).*
    FROM account a, generate_series(1, 1500) n WHERE a.sign_in = 'ines';
UPDATE account SET password = :'password' WHERE sign_in = 'marit';
INSERT INTO course SELECT (jsonb_populate_record(c, jsonb_build_object('id', gen_random_uuid(), 'name', 'Class ' || n, 'teacher_id',
    (SELECT id FROM account WHERE sign_in = 'teacher' || (n - 1) % 8 + 1)))).*
    FROM course c, generate_series(1, 60) n WHERE c.name = 'Parade line, Tuesdays';
INSERT INTO enrolment (school_id, course_id, student_id) SELECT c.school_id, c.id, a.id
    FROM (SELECT id, substr(sign_in, 7)::int AS n FROM account WHERE sign_in LIKE 'player%') a
    JOIN course c ON c.name = 'Class ' || CASE WHEN a.n <= 300 THEN (a.n - 1) / 30 + 1 ELSE 11 + (a.n - 301) / 24 END;
INSERT INTO enrolment (school_id, course_id, student_id) SELECT a.school_id, c.id, a.id FROM account a, course c
    WHERE c.name = 'Class 1' AND a.sign_in IN ('player301', 'player302', 'player303', 'player304', 'player305');
INSERT INTO assignment SELECT (jsonb_populate_record(a, jsonb_build_object('id', gen_random_uuid(), 'title', 'Task ' || n,
    'course_id', c.id, 'created_at', a.created_at + make_interval(mins => n)))).*
    FROM generate_series(1, 2000) n JOIN course c ON c.name = 'Class ' || (n - 1) % 60 + 1, assignment a WHERE a.title LIKE 'Lamplighters%';
INSERT INTO part SELECT (jsonb_populate_record(p, jsonb_build_object('id', gen_random_uuid(), 'assignment_id', a.id))).*
    FROM assignment a, part p JOIN assignment o ON o.id = p.assignment_id WHERE o.title LIKE 'Lamplighters%' AND a.title LIKE 'Task %';
-- Two attempts of everybody at everything, of the beats of the demo world in turn; the first ones are returned.
CREATE TEMP TABLE beat AS SELECT t.*, row_number() OVER (ORDER BY t.id) - 1 AS turn FROM attempt t JOIN part p ON p.id = t.part_id
    JOIN assignment a ON a.id = p.assignment_id WHERE a.title LIKE 'Lamplighters%' LIMIT 12;
INSERT INTO attempt SELECT (jsonb_populate_record(t, jsonb_build_object('id', gen_random_uuid(), 'part_id', w.part, 'student_id', w.student,
    'number', w.number, 'press', NULL))).* FROM (SELECT p.id AS part, e.student_id AS student, k AS number,
        row_number() OVER () AS turn FROM part p JOIN assignment a ON a.id = p.assignment_id JOIN enrolment e ON e.course_id = a.course_id,
        generate_series(1, 2) k WHERE a.title LIKE 'Task %' ORDER BY a.created_at LIMIT 100000) w
    JOIN beat b ON b.turn = w.turn % 12 JOIN attempt t ON t.id = b.id;
INSERT INTO feedback SELECT (jsonb_populate_record(f, jsonb_build_object('id', gen_random_uuid(), 'attempt_id', t.id))).*
    FROM attempt t JOIN account a ON a.id = t.student_id, feedback f
    WHERE f.id = (SELECT id FROM feedback LIMIT 1) AND t.number = 1 AND a.sign_in LIKE 'player%';
-- What was loaded is on the disk, and its rows are tidied, before anything is measured.
VACUUM ANALYZE;
CHECKPOINT;
