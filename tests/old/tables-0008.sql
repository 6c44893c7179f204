--
-- PostgreSQL database dump
--

\restrict 2GaBiD9GnwNJNVIZpkvwYpN5THffUwEYl3RM3izlUfi3W9XrIayU7cCZUGPfXwG

-- Dumped from database version 15.18 (Debian 15.18-0+deb12u1)
-- Dumped by pg_dump version 15.18 (Debian 15.18-0+deb12u1)

SET statement_timeout = 0;
SET lock_timeout = 0;
SET idle_in_transaction_session_timeout = 0;
SET client_encoding = 'UTF8';
SET standard_conforming_strings = on;
SELECT pg_catalog.set_config('search_path', '', false);
SET check_function_bodies = false;
SET xmloption = content;
SET client_min_messages = warning;
SET row_security = off;

--
-- Name: pg_trgm; Type: EXTENSION; Schema: -; Owner: -
--

CREATE EXTENSION IF NOT EXISTS pg_trgm WITH SCHEMA public;


--
-- Name: EXTENSION pg_trgm; Type: COMMENT; Schema: -; Owner: -
--

COMMENT ON EXTENSION pg_trgm IS 'text similarity measurement and index searching based on trigrams';


SET default_tablespace = '';

SET default_table_access_method = heap;

--
-- Name: account; Type: TABLE; Schema: public; Owner: -
--

CREATE TABLE public.account (
    id uuid NOT NULL,
    name character varying NOT NULL,
    known_as character varying NOT NULL,
    role character varying NOT NULL,
    secret character varying NOT NULL,
    made_at timestamp with time zone NOT NULL
);


--
-- Name: alembic_version; Type: TABLE; Schema: public; Owner: -
--

CREATE TABLE public.alembic_version (
    version_num character varying(32) NOT NULL
);


--
-- Name: build; Type: TABLE; Schema: public; Owner: -
--

CREATE TABLE public.build (
    id uuid NOT NULL,
    head integer NOT NULL,
    redo jsonb NOT NULL,
    made_at timestamp with time zone NOT NULL,
    changed_at timestamp with time zone NOT NULL,
    put_away_at timestamp with time zone,
    version integer DEFAULT 1 NOT NULL,
    shown jsonb,
    shown_for character varying DEFAULT ''::character varying NOT NULL
);


--
-- Name: change; Type: TABLE; Schema: public; Owner: -
--

CREATE TABLE public.change (
    build_id uuid NOT NULL,
    id character varying NOT NULL,
    client character varying NOT NULL,
    version integer NOT NULL,
    places jsonb NOT NULL,
    made_at timestamp with time zone NOT NULL
);


--
-- Name: door_try; Type: TABLE; Schema: public; Owner: -
--

CREATE TABLE public.door_try (
    id bigint NOT NULL,
    key character varying NOT NULL,
    at timestamp with time zone NOT NULL
);


--
-- Name: door_try_id_seq; Type: SEQUENCE; Schema: public; Owner: -
--

CREATE SEQUENCE public.door_try_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1;


--
-- Name: door_try_id_seq; Type: SEQUENCE OWNED BY; Schema: public; Owner: -
--

ALTER SEQUENCE public.door_try_id_seq OWNED BY public.door_try.id;


--
-- Name: invitation; Type: TABLE; Schema: public; Owner: -
--

CREATE TABLE public.invitation (
    id uuid NOT NULL,
    token_hash character varying NOT NULL,
    build_id uuid,
    kind character varying NOT NULL,
    name character varying NOT NULL,
    role character varying NOT NULL,
    made_at timestamp with time zone NOT NULL,
    ends_at timestamp with time zone NOT NULL,
    used_at timestamp with time zone
);


--
-- Name: log_entry; Type: TABLE; Schema: public; Owner: -
--

CREATE TABLE public.log_entry (
    build_id uuid NOT NULL,
    id character varying NOT NULL,
    at timestamp with time zone NOT NULL,
    received_at timestamp with time zone NOT NULL,
    entry jsonb NOT NULL
);


--
-- Name: paper; Type: TABLE; Schema: public; Owner: -
--

CREATE TABLE public.paper (
    id uuid NOT NULL,
    build_id uuid NOT NULL,
    kind character varying NOT NULL,
    number integer NOT NULL,
    paper jsonb NOT NULL,
    pdf bytea NOT NULL,
    sent_at timestamp with time zone NOT NULL
);


--
-- Name: pass; Type: TABLE; Schema: public; Owner: -
--

CREATE TABLE public.pass (
    id uuid NOT NULL,
    token_hash character varying NOT NULL,
    account_id uuid,
    build_id uuid,
    kind character varying NOT NULL,
    name character varying NOT NULL,
    role character varying NOT NULL,
    made_at timestamp with time zone NOT NULL,
    seen_at timestamp with time zone NOT NULL,
    ends_at timestamp with time zone NOT NULL
);


--
-- Name: person; Type: TABLE; Schema: public; Owner: -
--

CREATE TABLE public.person (
    id uuid NOT NULL,
    person jsonb NOT NULL,
    changed_at timestamp with time zone NOT NULL
);


--
-- Name: picture; Type: TABLE; Schema: public; Owner: -
--

CREATE TABLE public.picture (
    file character varying NOT NULL,
    content bytea NOT NULL,
    thumb bytea NOT NULL,
    kept_at timestamp with time zone NOT NULL
);


--
-- Name: revision; Type: TABLE; Schema: public; Owner: -
--

CREATE TABLE public.revision (
    id integer NOT NULL,
    build_id uuid NOT NULL,
    number integer NOT NULL,
    parent integer,
    what character varying NOT NULL,
    kept_aside boolean NOT NULL,
    made_at timestamp with time zone NOT NULL,
    document jsonb,
    design jsonb NOT NULL,
    piece jsonb NOT NULL,
    entries jsonb NOT NULL
);


--
-- Name: revision_id_seq; Type: SEQUENCE; Schema: public; Owner: -
--

CREATE SEQUENCE public.revision_id_seq
    AS integer
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1;


--
-- Name: revision_id_seq; Type: SEQUENCE OWNED BY; Schema: public; Owner: -
--

ALTER SEQUENCE public.revision_id_seq OWNED BY public.revision.id;


--
-- Name: setting; Type: TABLE; Schema: public; Owner: -
--

CREATE TABLE public.setting (
    name character varying NOT NULL,
    value jsonb NOT NULL,
    changed_at timestamp with time zone NOT NULL
);


--
-- Name: shelf_item; Type: TABLE; Schema: public; Owner: -
--

CREATE TABLE public.shelf_item (
    id uuid NOT NULL,
    kind character varying NOT NULL,
    name character varying NOT NULL,
    item jsonb NOT NULL,
    stock integer NOT NULL,
    changed_at timestamp with time zone NOT NULL,
    put_away_at timestamp with time zone,
    card jsonb DEFAULT '{}'::jsonb NOT NULL,
    said character varying DEFAULT ''::character varying NOT NULL
);


--
-- Name: trail; Type: TABLE; Schema: public; Owner: -
--

CREATE TABLE public.trail (
    id bigint NOT NULL,
    at timestamp with time zone NOT NULL,
    who character varying NOT NULL,
    did character varying NOT NULL,
    build_id uuid
);


--
-- Name: trail_id_seq; Type: SEQUENCE; Schema: public; Owner: -
--

CREATE SEQUENCE public.trail_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1;


--
-- Name: trail_id_seq; Type: SEQUENCE OWNED BY; Schema: public; Owner: -
--

ALTER SEQUENCE public.trail_id_seq OWNED BY public.trail.id;


--
-- Name: trainer_round; Type: TABLE; Schema: public; Owner: -
--

CREATE TABLE public.trainer_round (
    id uuid NOT NULL,
    level integer NOT NULL,
    seed bigint NOT NULL,
    points integer,
    error_deg double precision,
    made_at timestamp with time zone NOT NULL,
    answered_at timestamp with time zone
);


--
-- Name: door_try id; Type: DEFAULT; Schema: public; Owner: -
--

ALTER TABLE ONLY public.door_try ALTER COLUMN id SET DEFAULT nextval('public.door_try_id_seq'::regclass);


--
-- Name: revision id; Type: DEFAULT; Schema: public; Owner: -
--

ALTER TABLE ONLY public.revision ALTER COLUMN id SET DEFAULT nextval('public.revision_id_seq'::regclass);


--
-- Name: trail id; Type: DEFAULT; Schema: public; Owner: -
--

ALTER TABLE ONLY public.trail ALTER COLUMN id SET DEFAULT nextval('public.trail_id_seq'::regclass);


--
-- Data for Name: account; Type: TABLE DATA; Schema: public; Owner: -
--

COPY public.account (id, name, known_as, role, secret, made_at) FROM stdin;
7126bdd6-3762-46a6-ae0d-a895626bdae7	Bo	bo	owner	$argon2id$v=19$m=65536,t=3,p=4$mr97xFUSs7ZTJnIAzlPmPw$LziZ5L9P/LrhruYWs8+tpw4GOVDRUMe9EASRK4lGT5I	2026-11-28 07:31:57.726172+00
\.


--
-- Data for Name: alembic_version; Type: TABLE DATA; Schema: public; Owner: -
--

COPY public.alembic_version (version_num) FROM stdin;
0008
\.


--
-- Data for Name: build; Type: TABLE DATA; Schema: public; Owner: -
--

COPY public.build (id, head, redo, made_at, changed_at, put_away_at, version, shown, shown_for) FROM stdin;
15192710-c77e-4c83-b400-da63f7b3f96c	1	[]	2026-11-27 06:28:30.023996+00	2026-11-27 06:28:30.024033+00	\N	1	null	
4a32f6a0-3ed5-4673-8633-d53509dfdfe3	1	[]	2026-11-27 06:28:30.108499+00	2026-11-27 06:28:30.10853+00	\N	1	null	
ef35c9e7-aa66-44f2-9596-401e8544d1c6	1	[]	2026-11-27 06:28:30.137107+00	2026-11-27 06:28:30.137139+00	\N	1	null	
\.


--
-- Data for Name: change; Type: TABLE DATA; Schema: public; Owner: -
--

COPY public.change (build_id, id, client, version, places, made_at) FROM stdin;
\.


--
-- Data for Name: door_try; Type: TABLE DATA; Schema: public; Owner: -
--

COPY public.door_try (id, key, at) FROM stdin;
\.


--
-- Data for Name: invitation; Type: TABLE DATA; Schema: public; Owner: -
--

COPY public.invitation (id, token_hash, build_id, kind, name, role, made_at, ends_at, used_at) FROM stdin;
7e24d7aa-a2d7-48ed-b696-9bbf44dd25f4	396376a2834e15bb76362deeadd9963c7a934067e9bdd7e5348f0e0b3f67e780	\N	phone	the phone at the bench	builder	2026-11-28 07:31:57.730799+00	2026-11-28 07:41:57.730751+00	2026-11-28 07:31:57.749978+00
c6f4e1a3-aa50-4467-85a1-2d885600e756	046067aae50c48a8adcc510077fabeefa40642cf816b3b1e2beeda21f5a9475b	15192710-c77e-4c83-b400-da63f7b3f96c	client	E. Holmvik	client	2026-11-28 07:31:57.832417+00	2027-02-26 07:31:57.832376+00	\N
\.


--
-- Data for Name: log_entry; Type: TABLE DATA; Schema: public; Owner: -
--

COPY public.log_entry (build_id, id, at, received_at, entry) FROM stdin;
15192710-c77e-4c83-b400-da63f7b3f96c	as-built.0000	2026-03-02 09:00:00+00	2026-11-27 06:28:30.058098+00	{"at": "2026-03-02T09:00:00Z", "by": "", "id": "as-built.0000", "step": "spine", "device": ""}
15192710-c77e-4c83-b400-da63f7b3f96c	as-built.0001	2026-03-02 09:00:00+00	2026-11-27 06:28:30.058427+00	{"at": "2026-03-02T09:00:00Z", "by": "", "id": "as-built.0001", "step": "scuff", "device": ""}
15192710-c77e-4c83-b400-da63f7b3f96c	as-built.0002	2026-03-02 09:00:00+00	2026-11-27 06:28:30.058602+00	{"at": "2026-03-02T09:00:00Z", "by": "", "id": "as-built.0002", "step": "arbor:seat", "device": ""}
15192710-c77e-4c83-b400-da63f7b3f96c	as-built.0003	2026-03-02 09:00:00+00	2026-11-27 06:28:30.058776+00	{"at": "2026-03-02T09:00:00Z", "by": "", "id": "as-built.0003", "step": "part:rear", "device": ""}
15192710-c77e-4c83-b400-da63f7b3f96c	as-built.0004	2026-03-02 09:00:00+00	2026-11-27 06:28:30.058945+00	{"at": "2026-03-02T09:00:00Z", "by": "", "id": "as-built.0004", "step": "part:seat", "device": ""}
15192710-c77e-4c83-b400-da63f7b3f96c	as-built.0005	2026-03-02 09:00:00+00	2026-11-27 06:28:30.059127+00	{"at": "2026-03-02T09:00:00Z", "by": "", "id": "as-built.0005", "step": "part:fore", "device": ""}
15192710-c77e-4c83-b400-da63f7b3f96c	as-built.0006	2026-03-02 09:00:00+00	2026-11-27 06:28:30.059298+00	{"at": "2026-03-02T09:00:00Z", "by": "", "id": "as-built.0006", "step": "part:check", "device": ""}
15192710-c77e-4c83-b400-da63f7b3f96c	as-built.0007	2026-03-02 09:00:00+00	2026-11-27 06:28:30.059469+00	{"at": "2026-03-02T09:00:00Z", "by": "", "id": "as-built.0007", "step": "part:cap", "device": ""}
15192710-c77e-4c83-b400-da63f7b3f96c	as-built.0008	2026-03-02 09:00:00+00	2026-11-27 06:28:30.059621+00	{"at": "2026-03-02T09:00:00Z", "by": "", "id": "as-built.0008", "stage": "blank", "device": ""}
15192710-c77e-4c83-b400-da63f7b3f96c	as-built.0009	2026-03-02 09:00:00+00	2026-11-27 06:28:30.059767+00	{"at": "2026-03-02T09:00:00Z", "by": "", "id": "as-built.0009", "stage": "spine", "device": ""}
15192710-c77e-4c83-b400-da63f7b3f96c	as-built.0010	2026-03-02 09:00:00+00	2026-11-27 06:28:30.059915+00	{"at": "2026-03-02T09:00:00Z", "by": "", "id": "as-built.0010", "stage": "handle", "device": ""}
4a32f6a0-3ed5-4673-8633-d53509dfdfe3	as-built.0000	2026-03-02 09:00:00+00	2026-11-27 06:28:30.111015+00	{"at": "2026-03-02T09:00:00Z", "by": "", "id": "as-built.0000", "device": "", "dry_fit": {"id": "t1", "note": "", "passes": 0, "part_id": "cap", "short_mm": 12.0, "bore_butt_mm": 12.5}}
4a32f6a0-3ed5-4673-8633-d53509dfdfe3	as-built.0001	2026-03-02 09:00:00+00	2026-11-27 06:28:30.111243+00	{"at": "2026-03-02T09:00:00Z", "by": "", "id": "as-built.0001", "stage": "blank", "device": ""}
4a32f6a0-3ed5-4673-8633-d53509dfdfe3	look.00	2026-03-02 09:00:00+00	2026-11-27 06:28:30.111406+00	{"at": "2026-03-02T09:00:00Z", "by": "", "id": "look.00", "device": "", "sighted": {"id": "g1", "accepted": "", "angle_deg": 1.6}}
4a32f6a0-3ed5-4673-8633-d53509dfdfe3	look.01	2026-03-02 09:00:00+00	2026-11-27 06:28:30.111567+00	{"at": "2026-03-02T09:00:00Z", "by": "", "id": "look.01", "device": "", "sighted": {"id": "g2", "accepted": "", "angle_deg": 1.3}}
4a32f6a0-3ed5-4673-8633-d53509dfdfe3	look.02	2026-03-02 09:00:00+00	2026-11-27 06:28:30.111718+00	{"at": "2026-03-02T09:00:00Z", "by": "", "id": "look.02", "device": "", "sighted": {"id": "g3", "accepted": "", "angle_deg": 1.7}}
4a32f6a0-3ed5-4673-8633-d53509dfdfe3	look.03	2026-03-02 09:00:00+00	2026-11-27 06:28:30.111866+00	{"at": "2026-03-02T09:00:00Z", "by": "", "id": "look.03", "device": "", "sighted": {"id": "g4", "accepted": "", "angle_deg": 1.6}}
4a32f6a0-3ed5-4673-8633-d53509dfdfe3	look.04	2026-03-02 09:00:00+00	2026-11-27 06:28:30.11201+00	{"at": "2026-03-02T09:00:00Z", "by": "", "id": "look.04", "device": "", "sighted": {"id": "g5", "accepted": "", "angle_deg": 1.3}}
4a32f6a0-3ed5-4673-8633-d53509dfdfe3	look.05	2026-03-02 09:00:00+00	2026-11-27 06:28:30.112185+00	{"at": "2026-03-02T09:00:00Z", "by": "", "id": "look.05", "device": "", "sighted": {"id": "g6", "accepted": "", "angle_deg": 1.7}}
4a32f6a0-3ed5-4673-8633-d53509dfdfe3	look.06	2026-03-02 09:00:00+00	2026-11-27 06:28:30.112335+00	{"at": "2026-03-02T09:00:00Z", "by": "", "id": "look.06", "device": "", "sighted": {"id": "g7", "accepted": "", "angle_deg": 1.6}}
4a32f6a0-3ed5-4673-8633-d53509dfdfe3	look.07	2026-03-02 09:00:00+00	2026-11-27 06:28:30.112487+00	{"at": "2026-03-02T09:00:00Z", "by": "", "id": "look.07", "device": "", "sighted": {"id": "g8", "accepted": "", "angle_deg": 1.3}}
4a32f6a0-3ed5-4673-8633-d53509dfdfe3	look.08	2026-03-02 09:00:00+00	2026-11-27 06:28:30.112631+00	{"at": "2026-03-02T09:00:00Z", "by": "", "id": "look.08", "device": "", "sighted": {"id": "tip-top", "accepted": "", "angle_deg": 1.6}}
ef35c9e7-aa66-44f2-9596-401e8544d1c6	as-built.0000	2026-03-02 09:00:00+00	2026-11-27 06:28:30.139456+00	{"at": "2026-03-02T09:00:00Z", "by": "", "id": "as-built.0000", "coat": {"id": "c1", "dryer": "double dryer", "course": [], "mixed_at": "2026-03-02T03:50:00Z", "temperature_c": 20.0}, "device": ""}
ef35c9e7-aa66-44f2-9596-401e8544d1c6	as-built.0001	2026-03-02 09:00:00+00	2026-11-27 06:28:30.139655+00	{"at": "2026-03-02T09:00:00Z", "by": "", "id": "as-built.0001", "stage": "blank", "device": ""}
ef35c9e7-aa66-44f2-9596-401e8544d1c6	as-built.0002	2026-03-02 09:00:00+00	2026-11-27 06:28:30.139809+00	{"at": "2026-03-02T09:00:00Z", "by": "", "id": "as-built.0002", "stage": "spine", "device": ""}
ef35c9e7-aa66-44f2-9596-401e8544d1c6	as-built.0003	2026-03-02 09:00:00+00	2026-11-27 06:28:30.139955+00	{"at": "2026-03-02T09:00:00Z", "by": "", "id": "as-built.0003", "stage": "handle", "device": ""}
ef35c9e7-aa66-44f2-9596-401e8544d1c6	as-built.0004	2026-03-02 09:00:00+00	2026-11-27 06:28:30.140123+00	{"at": "2026-03-02T09:00:00Z", "by": "", "id": "as-built.0004", "stage": "guides", "device": ""}
ef35c9e7-aa66-44f2-9596-401e8544d1c6	as-built.0005	2026-03-02 09:00:00+00	2026-11-27 06:28:30.140276+00	{"at": "2026-03-02T09:00:00Z", "by": "", "id": "as-built.0005", "stage": "wraps", "device": ""}
ef35c9e7-aa66-44f2-9596-401e8544d1c6	defect.00	2026-03-02 09:00:00+00	2026-11-27 06:28:30.140433+00	{"at": "2026-03-02T09:00:00Z", "by": "", "id": "defect.00", "defect": {"id": "d1", "coat": 1, "words": "guide 8, butt foot", "cleared": false, "symptom": "craters", "place_mm": 970.0}, "device": ""}
ef35c9e7-aa66-44f2-9596-401e8544d1c6	defect.01	2026-03-02 09:00:00+00	2026-11-27 06:28:30.140582+00	{"at": "2026-03-02T09:00:00Z", "by": "", "id": "defect.01", "defect": {"id": "d2", "coat": 1, "words": "guide 8, tip foot", "cleared": false, "symptom": "craters", "place_mm": 1002.0}, "device": ""}
ef35c9e7-aa66-44f2-9596-401e8544d1c6	defect.02	2026-03-02 09:00:00+00	2026-11-27 06:28:30.140729+00	{"at": "2026-03-02T09:00:00Z", "by": "", "id": "defect.02", "defect": {"id": "d3", "coat": 1, "words": "ferrule 1, butt half", "cleared": false, "symptom": "nibs", "place_mm": 570.0}, "device": ""}
ef35c9e7-aa66-44f2-9596-401e8544d1c6	witness.00	2026-03-02 09:00:00+00	2026-11-27 06:28:30.14088+00	{"at": "2026-03-02T09:00:00Z", "by": "", "id": "witness.00", "device": "", "witness": {"id": "w1", "blob": "coat 1", "seen": "runs", "minutes": 150.0, "product": "Lake slow-turn finish", "temperature_c": 20.0}}
ef35c9e7-aa66-44f2-9596-401e8544d1c6	witness.01	2026-03-02 09:00:00+00	2026-11-27 06:28:30.141026+00	{"at": "2026-03-02T09:00:00Z", "by": "", "id": "witness.01", "device": "", "witness": {"id": "w2", "blob": "coat 1", "seen": "strings", "minutes": 300.0, "product": "Lake slow-turn finish", "temperature_c": 20.0}}
\.


--
-- Data for Name: paper; Type: TABLE DATA; Schema: public; Owner: -
--

COPY public.paper (id, build_id, kind, number, paper, pdf, sent_at) FROM stdin;
\.


--
-- Data for Name: pass; Type: TABLE DATA; Schema: public; Owner: -
--

COPY public.pass (id, token_hash, account_id, build_id, kind, name, role, made_at, seen_at, ends_at) FROM stdin;
10f2c88e-e113-4a84-bdef-80534dd237c8	fa823b8382b6704b7c00e1365e4248aa29fac47f23b13e5a19677f98a2903dd3	\N	\N	phone	the phone at the bench	builder	2026-11-28 07:31:57.756944+00	2026-11-28 07:31:57.756944+00	2027-11-28 07:31:57.756944+00
\.


--
-- Data for Name: person; Type: TABLE DATA; Schema: public; Owner: -
--

COPY public.person (id, person, changed_at) FROM stdin;
ead8651c-80df-4bdc-9419-76e1b2aa2ee3	{"hand": "small", "name": "E. Holmvik", "said": [{"at": "2026-01-27T09:00:00Z", "id": "s1", "words": "The last one was too thick at the foregrip after an hour."}], "sore": "wrist", "casts": "right", "hands": "one", "likes": "light in the hand, no gloss", "skill": "sure", "contact": "the red house behind the smithy", "forearm_mm": 235.0}	2026-11-27 06:28:30.357091+00
255eee5f-167d-4d23-98c7-19ce7a933161	{"hand": "middle", "name": "The ferry pilot", "said": [{"at": "2025-12-31T09:00:00Z", "id": "s1", "words": "It lives in a locker: no soft cork."}], "sore": "", "casts": "right", "hands": "two", "likes": "two alike; nothing longer than 60 cm packed", "skill": "sure", "contact": "on the ferry, any weekday", "forearm_mm": 268.0}	2026-11-27 06:28:30.36271+00
42ffe01c-e3c7-450b-b7f0-0827f967a9a2	{"hand": "large", "name": "Rorik & Daughter, fishers", "said": [], "sore": "", "casts": "left", "hands": "two", "likes": "power, and a butt that stands in the holder", "skill": "sure", "contact": "the fish quay, second shed", "forearm_mm": 290.0}	2026-11-27 06:28:30.366034+00
f810cf11-1b16-4ec6-9168-e1f2820c7378	{"hand": "large", "name": "The ferryman", "said": [], "sore": "", "casts": "right", "hands": "two", "likes": "", "skill": "some", "contact": "ask at the pier", "forearm_mm": null}	2026-11-27 06:28:30.369381+00
7ece5869-5519-44df-a0fd-627d08294866	{"hand": "small", "name": "Tuva Marn", "said": [{"at": "2026-02-27T09:00:00Z", "id": "s1", "words": "Perch and small pike from the jetty and a borrowed boat; it will be knocked about."}], "sore": "", "casts": "right", "hands": "one", "likes": "green thread", "skill": "first", "contact": "leaves word at the boathouse", "forearm_mm": 228.0}	2026-11-27 06:28:30.372577+00
\.


--
-- Data for Name: picture; Type: TABLE DATA; Schema: public; Owner: -
--

COPY public.picture (file, content, thumb, kept_at) FROM stdin;
\.


--
-- Data for Name: revision; Type: TABLE DATA; Schema: public; Owner: -
--

COPY public.revision (id, build_id, number, parent, what, kept_aside, made_at, document, design, piece, entries) FROM stdin;
1	15192710-c77e-4c83-b400-da63f7b3f96c	1	\N	new build	f	2026-11-27 06:28:30.075722+00	null	{"name": "Skerry 10", "note": "", "rule": "in/16", "sure": {"guides.train.g1.height_mm": 11.0, "guides.train.g2.height_mm": 11.0, "guides.train.g3.height_mm": 11.0, "guides.train.g4.height_mm": 11.0, "guides.train.g5.height_mm": 11.0, "guides.train.g6.height_mm": 11.0, "guides.train.g7.height_mm": 17.0, "guides.train.g8.height_mm": 26.0, "guides.train.g9.height_mm": 38.0, "guides.train.g10.height_mm": 54.0, "guides.train.g1.foot_tip_mm": 0.0, "guides.train.g2.foot_tip_mm": 0.0, "guides.train.g3.foot_tip_mm": 0.0, "guides.train.g4.foot_tip_mm": 0.0, "guides.train.g5.foot_tip_mm": 0.0, "guides.train.g6.foot_tip_mm": 0.0, "guides.train.g7.foot_tip_mm": 14.0, "guides.train.g8.foot_tip_mm": 17.0, "guides.train.g9.foot_tip_mm": 22.0, "guides.train.g1.foot_butt_mm": 13.0, "guides.train.g10.foot_tip_mm": 27.0, "guides.train.g2.foot_butt_mm": 13.0, "guides.train.g3.foot_butt_mm": 13.0, "guides.train.g4.foot_butt_mm": 13.0, "guides.train.g5.foot_butt_mm": 13.0, "guides.train.g6.foot_butt_mm": 13.0, "guides.train.g7.foot_butt_mm": 14.0, "guides.train.g8.foot_butt_mm": 17.0, "guides.train.g9.foot_butt_mm": 22.0, "guides.train.g10.foot_butt_mm": 27.0}, "work": {"own": [], "ahead": []}, "batch": "", "blank": {"name": "Skarv 100 MH, two-piece", "colour": null, "joints": [{"id": "j1", "kind": "sleeve", "overlap_mm": 70.0, "station_mm": 1524.0}], "material": "carbon", "length_mm": 3048.0, "trim_tip_mm": 0.0, "trim_butt_mm": 0.0, "tip_tube_64ths": 5.5}, "brief": {"who": "Own rod, well practised", "why": "Reach and a soft tip in the cold", "cold": true, "what": "Char on heavy spoons, 20 to 40 g", "asked": {"by": null, "tip": "", "hand": "", "knot": false, "sore": "", "cover": false, "hands": "", "skill": "", "budget": null, "stands": "", "line_kg": null, "packed_mm": null, "forearm_mm": null, "longest_mm": null, "lure_most_g": null, "lure_least_g": null}, "where": "Rocks above deep, open water", "wish_g": null, "rod_type": "spinning"}, "spine": {"places": [], "reason": "Deeper line is clear; guides under on the inside so it lies quiet under a fish.", "school": "resting_line", "strict": false, "decide_by": null, "guides_on": null, "taped_side": "outside"}, "units": {"volume": "mL", "warmth": "°C", "weight": "g"}, "wraps": {"tool": "hand wrapper", "wraps": [{"id": "foot:g1:butt", "kind": null, "name": "", "bands": [{"id": "b1", "end": "butt", "turns": 6, "thread": "amber"}], "to_mm": null, "turns": null, "under": null, "inlays": [], "layers": null, "starts": null, "thread": "", "from_mm": null, "left_out": false, "preserver": false, "lock_turns": null, "beyond_tip_mm": null, "beyond_butt_mm": null}, {"id": "foot:g2:butt", "kind": null, "name": "", "bands": [{"id": "b1", "end": "butt", "turns": 6, "thread": "amber"}], "to_mm": null, "turns": null, "under": null, "inlays": [], "layers": null, "starts": null, "thread": "", "from_mm": null, "left_out": false, "preserver": false, "lock_turns": null, "beyond_tip_mm": null, "beyond_butt_mm": null}, {"id": "foot:g3:butt", "kind": null, "name": "", "bands": [{"id": "b1", "end": "butt", "turns": 6, "thread": "amber"}], "to_mm": null, "turns": null, "under": null, "inlays": [], "layers": null, "starts": null, "thread": "", "from_mm": null, "left_out": false, "preserver": false, "lock_turns": null, "beyond_tip_mm": null, "beyond_butt_mm": null}, {"id": "foot:g4:butt", "kind": null, "name": "", "bands": [{"id": "b1", "end": "butt", "turns": 6, "thread": "amber"}], "to_mm": null, "turns": null, "under": null, "inlays": [], "layers": null, "starts": null, "thread": "", "from_mm": null, "left_out": false, "preserver": false, "lock_turns": null, "beyond_tip_mm": null, "beyond_butt_mm": null}, {"id": "foot:g5:butt", "kind": null, "name": "", "bands": [{"id": "b1", "end": "butt", "turns": 6, "thread": "amber"}], "to_mm": null, "turns": null, "under": null, "inlays": [], "layers": null, "starts": null, "thread": "", "from_mm": null, "left_out": false, "preserver": false, "lock_turns": null, "beyond_tip_mm": null, "beyond_butt_mm": null}, {"id": "foot:g6:butt", "kind": null, "name": "", "bands": [{"id": "b1", "end": "butt", "turns": 6, "thread": "amber"}], "to_mm": null, "turns": null, "under": null, "inlays": [], "layers": null, "starts": null, "thread": "", "from_mm": null, "left_out": false, "preserver": false, "lock_turns": null, "beyond_tip_mm": null, "beyond_butt_mm": null}, {"id": "foot:g7:butt", "kind": null, "name": "", "bands": [{"id": "b1", "end": "butt", "turns": 6, "thread": "amber"}], "to_mm": null, "turns": null, "under": null, "inlays": [], "layers": null, "starts": null, "thread": "", "from_mm": null, "left_out": false, "preserver": false, "lock_turns": null, "beyond_tip_mm": null, "beyond_butt_mm": null}, {"id": "foot:g7:tip", "kind": null, "name": "", "bands": [{"id": "b1", "end": "tip", "turns": 6, "thread": "amber"}], "to_mm": null, "turns": null, "under": null, "inlays": [], "layers": null, "starts": null, "thread": "", "from_mm": null, "left_out": false, "preserver": false, "lock_turns": null, "beyond_tip_mm": null, "beyond_butt_mm": null}, {"id": "foot:g8:butt", "kind": null, "name": "", "bands": [{"id": "b1", "end": "butt", "turns": 6, "thread": "amber"}], "to_mm": null, "turns": null, "under": null, "inlays": [], "layers": null, "starts": null, "thread": "", "from_mm": null, "left_out": false, "preserver": false, "lock_turns": null, "beyond_tip_mm": null, "beyond_butt_mm": null}, {"id": "foot:g8:tip", "kind": null, "name": "", "bands": [{"id": "b1", "end": "tip", "turns": 6, "thread": "amber"}], "to_mm": null, "turns": null, "under": null, "inlays": [], "layers": null, "starts": null, "thread": "", "from_mm": null, "left_out": false, "preserver": false, "lock_turns": null, "beyond_tip_mm": null, "beyond_butt_mm": null}, {"id": "foot:g9:butt", "kind": null, "name": "", "bands": [{"id": "b1", "end": "butt", "turns": 6, "thread": "amber"}], "to_mm": null, "turns": null, "under": null, "inlays": [], "layers": null, "starts": null, "thread": "", "from_mm": null, "left_out": false, "preserver": false, "lock_turns": null, "beyond_tip_mm": null, "beyond_butt_mm": null}, {"id": "foot:g9:tip", "kind": null, "name": "", "bands": [{"id": "b1", "end": "tip", "turns": 6, "thread": "amber"}], "to_mm": null, "turns": null, "under": null, "inlays": [], "layers": null, "starts": null, "thread": "", "from_mm": null, "left_out": false, "preserver": false, "lock_turns": null, "beyond_tip_mm": null, "beyond_butt_mm": null}, {"id": "foot:g10:butt", "kind": null, "name": "", "bands": [{"id": "b1", "end": "butt", "turns": 6, "thread": "amber"}], "to_mm": null, "turns": null, "under": null, "inlays": [], "layers": null, "starts": null, "thread": "", "from_mm": null, "left_out": false, "preserver": false, "lock_turns": null, "beyond_tip_mm": null, "beyond_butt_mm": null}, {"id": "foot:g10:tip", "kind": null, "name": "", "bands": [{"id": "b1", "end": "tip", "turns": 6, "thread": "amber"}], "to_mm": null, "turns": null, "under": null, "inlays": [], "layers": null, "starts": null, "thread": "", "from_mm": null, "left_out": false, "preserver": false, "lock_turns": null, "beyond_tip_mm": null, "beyond_butt_mm": null}, {"id": "handle-front", "kind": null, "name": "", "bands": [{"id": "b1", "end": "tip", "turns": 8, "thread": "amber"}], "to_mm": null, "turns": null, "under": null, "inlays": [], "layers": null, "starts": null, "thread": "", "from_mm": null, "left_out": false, "preserver": false, "lock_turns": null, "beyond_tip_mm": null, "beyond_butt_mm": null}], "labels": [{"id": "l1", "art": "", "font": "text-bold", "hand": "right", "kind": "film", "text": "SKERRY 10\\nTP-041  Tern Point Rods", "frame": false, "reads": "in_hand", "rough": false, "art_mm": 60.0, "copies": 1, "from_mm": 494.0, "clock_deg": 180.0, "letter_mm": 2.4, "after_coat": 0}], "threads": [{"id": "spruce", "wet": null, "kind": "plain", "name": "spruce", "size": "A", "colour": "#3f8a5f", "counts": [{"id": "n1", "turns": 40, "over_mm": 6.3}, {"id": "n2", "turns": 60, "over_mm": 9.3}], "spool_m": 85.0, "diameter_mm": null}, {"id": "amber", "wet": null, "kind": "colour_fast", "name": "amber", "size": "A", "colour": "#c8912e", "counts": [], "spool_m": 40.0, "diameter_mm": null}], "decoration": []}, "client": "", "finish": {"areas": [], "coats": 2, "under": [], "course": [], "cup_ml": 30.0, "method": "thin_first", "mix_ml": null, "blank_c": null, "product": {"at_c": 21.0, "kind": "regular", "name": "Lake slow-turn finish", "parts_a": 1.0, "parts_b": 1.0, "set_min": 480.0, "handle_min": 1440.0, "rotate_min": 360.0, "pot_life_min": 25.0, "full_cure_min": 10080.0, "density_a_g_ml": null, "density_b_g_ml": null, "recoat_opens_min": 1440.0, "recoat_closes_min": 2880.0}, "preserver": {"id": "p", "coats": 2, "film_mm": 0.015, "product": {"at_c": 21.0, "kind": "preserver", "name": "Colour preserver", "parts_a": 1.0, "parts_b": 0.0, "set_min": 30.0, "handle_min": 120.0, "rotate_min": 0.0, "pot_life_min": 240.0, "full_cure_min": 1440.0, "density_a_g_ml": null, "density_b_g_ml": null, "recoat_opens_min": 60.0, "recoat_closes_min": 10080.0}}, "measure_by": "volume", "loss_factor": 1.5, "past_window": false, "scale_step_g": 0.1, "film_first_mm": 0.2, "temperature_c": 21.0, "syringe_step_ml": 0.1, "humidity_percent": 55.0, "ratio_error_percent": 3.0}, "guides": {"bend": {"load_g": 300.0, "friction": 0.0, "pull_deg": 90.0, "own_weight": false}, "kept": [], "reel": {"name": "4000-size spinning reel", "mass_g": 275.0, "guessed": false, "spool_mm": 48.0, "tilt_deg": 4.0, "height_mm": 78.0, "lip_ahead_mm": 62.0, "level_wind_mm": 30.0}, "train": [{"at": {"datum": "tip_top_ring", "distance_mm": 101.6}, "id": "g1", "feet": "single", "built": null, "mass_g": null, "thread": "spruce", "ring_mm": 6.0, "height_mm": 11.0, "foot_tip_mm": 0.0, "foot_butt_mm": 13.0, "foot_high_mm": null, "foot_wide_mm": null}, {"at": {"datum": "tip_top_ring", "distance_mm": 209.55}, "id": "g2", "feet": "single", "built": null, "mass_g": null, "thread": "spruce", "ring_mm": 6.0, "height_mm": 11.0, "foot_tip_mm": 0.0, "foot_butt_mm": 13.0, "foot_high_mm": null, "foot_wide_mm": null}, {"at": {"datum": "tip_top_ring", "distance_mm": 327.025}, "id": "g3", "feet": "single", "built": null, "mass_g": null, "thread": "spruce", "ring_mm": 6.0, "height_mm": 11.0, "foot_tip_mm": 0.0, "foot_butt_mm": 13.0, "foot_high_mm": null, "foot_wide_mm": null}, {"at": null, "id": "g4", "feet": "single", "built": null, "mass_g": null, "thread": "spruce", "ring_mm": 6.0, "height_mm": 11.0, "foot_tip_mm": 0.0, "foot_butt_mm": 13.0, "foot_high_mm": null, "foot_wide_mm": null}, {"at": null, "id": "g5", "feet": "single", "built": null, "mass_g": null, "thread": "spruce", "ring_mm": 6.0, "height_mm": 11.0, "foot_tip_mm": 0.0, "foot_butt_mm": 13.0, "foot_high_mm": null, "foot_wide_mm": null}, {"at": null, "id": "g6", "feet": "single", "built": null, "mass_g": null, "thread": "spruce", "ring_mm": 6.0, "height_mm": 11.0, "foot_tip_mm": 0.0, "foot_butt_mm": 13.0, "foot_high_mm": null, "foot_wide_mm": null}, {"at": null, "id": "g7", "feet": "double", "built": null, "mass_g": null, "thread": "spruce", "ring_mm": 8.0, "height_mm": 17.0, "foot_tip_mm": 14.0, "foot_butt_mm": 14.0, "foot_high_mm": null, "foot_wide_mm": null}, {"at": {"datum": "spool_lip", "distance_mm": 1225.55}, "id": "g8", "feet": "double", "built": null, "mass_g": null, "thread": "spruce", "ring_mm": 12.0, "height_mm": 26.0, "foot_tip_mm": 17.0, "foot_butt_mm": 17.0, "foot_high_mm": null, "foot_wide_mm": null}, {"at": {"datum": "spool_lip", "distance_mm": 889.0}, "id": "g9", "feet": "double", "built": null, "mass_g": null, "thread": "spruce", "ring_mm": 20.0, "height_mm": 38.0, "foot_tip_mm": 22.0, "foot_butt_mm": 22.0, "foot_high_mm": null, "foot_wide_mm": null}, {"at": {"datum": "spool_lip", "distance_mm": 520.7}, "id": "g10", "feet": "double", "built": null, "mass_g": null, "thread": "spruce", "ring_mm": 30.0, "height_mm": 54.0, "foot_tip_mm": 27.0, "foot_butt_mm": 27.0, "foot_high_mm": null, "foot_wide_mm": null}], "spiral": null, "tip_top": {"held": "hot_melt", "when": "before_finish", "ring_mm": 6.0, "tube_mm": 10.0, "height_mm": 9.0, "ring_ahead_mm": 9.0}, "mark_from": "tip_top_ring", "mark_under": "ring_centre", "first_gap_mm": 101.6}, "habits": {}, "handle": {"parts": [{"id": "cap", "kind": "butt_cap", "name": "rubber butt cap", "seat": null, "inside": [], "mass_g": null, "on_rod": false, "turned": false, "contour": [], "adhesive": "", "material": "rubber", "length_mm": 22.0, "od_tip_mm": 28.0, "od_butt_mm": 29.0, "overlap_mm": 0.0, "bore_tip_mm": null, "power_drill": false, "tenon_od_mm": null, "bore_butt_mm": 15.0, "bought_od_mm": null, "closed_end_mm": 6.0, "gap_before_mm": 0.0, "tip_tenon_od_mm": null}, {"id": "rear", "kind": "rear_grip", "name": "rear grip", "seat": null, "inside": [], "mass_g": null, "on_rod": false, "turned": false, "contour": [], "adhesive": "", "material": "cork", "length_mm": 266.7, "od_tip_mm": 25.0, "od_butt_mm": 28.0, "overlap_mm": 0.0, "bore_tip_mm": null, "power_drill": false, "tenon_od_mm": null, "bore_butt_mm": null, "bought_od_mm": null, "closed_end_mm": 0.0, "gap_before_mm": 0.0, "tip_tenon_od_mm": null}, {"id": "seat", "kind": "reel_seat", "name": "reel seat, size 17", "seat": {"locks": "up", "steps": [{"id": "l1", "to_mm": 98.0, "bore_mm": 14.8, "from_mm": 92.0}], "bore_mm": 17.0, "end_cap_mm": 0.0, "open_to_mm": null, "trigger_mm": null, "open_from_mm": null, "usable_to_mm": 112.0, "foot_centre_mm": 58.0, "usable_from_mm": 4.0}, "inside": [], "mass_g": null, "on_rod": false, "turned": false, "contour": [], "adhesive": "", "material": "graphite", "length_mm": 118.0, "od_tip_mm": 23.0, "od_butt_mm": 24.0, "overlap_mm": 0.0, "bore_tip_mm": null, "power_drill": false, "tenon_od_mm": null, "bore_butt_mm": null, "bought_od_mm": null, "closed_end_mm": 0.0, "gap_before_mm": 0.0, "tip_tenon_od_mm": null}, {"id": "fore", "kind": "foregrip", "name": "foregrip", "seat": null, "inside": [], "mass_g": null, "on_rod": false, "turned": false, "contour": [], "adhesive": "", "material": "cork", "length_mm": 64.0, "od_tip_mm": 20.0, "od_butt_mm": 25.0, "overlap_mm": 0.0, "bore_tip_mm": null, "power_drill": false, "tenon_od_mm": null, "bore_butt_mm": null, "bought_od_mm": null, "closed_end_mm": 0.0, "gap_before_mm": 0.0, "tip_tenon_od_mm": null}, {"id": "check", "kind": "winding_check", "name": "winding check", "seat": null, "inside": [], "mass_g": null, "on_rod": false, "turned": false, "contour": [], "adhesive": "", "material": "metal", "length_mm": 3.0, "od_tip_mm": 15.0, "od_butt_mm": 17.0, "overlap_mm": 0.0, "bore_tip_mm": null, "power_drill": false, "tenon_od_mm": null, "bore_butt_mm": 13.2, "bought_od_mm": null, "closed_end_mm": 0.0, "gap_before_mm": 0.0, "tip_tenon_od_mm": null}], "stock": {"sticks": [], "kerf_mm": 2.5, "side_mm": 38.0, "facing_mm": 1.0, "mandrel_mm": null, "sanding_mm": 0.4}, "arbors": {"school": "tape_3", "bands_at_mm": [], "glue_gap_mm": 0.05, "sleeve_od_mm": null, "band_width_mm": 13.0, "tape_measured": null, "filler_bore_mm": null, "front_recess_mm": 8.0, "tape_thickness_mm": 0.15}, "drills": [{"id": "d1", "name": "6 mm", "diameter_mm": 6.0}, {"id": "d2", "name": "7 mm", "diameter_mm": 7.0}, {"id": "d3", "name": "8 mm", "diameter_mm": 8.0}, {"id": "d4", "name": "9 mm", "diameter_mm": 9.0}, {"id": "d5", "name": "10 mm", "diameter_mm": 10.0}, {"id": "d6", "name": "11 mm", "diameter_mm": 11.0}, {"id": "d7", "name": "12 mm", "diameter_mm": 12.0}, {"id": "d8", "name": "13 mm", "diameter_mm": 13.0}, {"id": "d9", "name": "14 mm", "diameter_mm": 14.0}, {"id": "d10", "name": "16 mm", "diameter_mm": 16.0}], "kept_as": "", "reamers": [{"id": "r1", "cut": "fine", "name": "slim reamer", "large_mm": 9.5, "small_mm": 4.0, "length_mm": 420.0}, {"id": "r2", "cut": "fine", "name": "long reamer", "large_mm": 14.0, "small_mm": 8.0, "length_mm": 640.0}, {"id": "r3", "cut": "fine", "name": "stout reamer", "large_mm": 20.0, "small_mm": 12.0, "length_mm": 520.0}], "squeeze": "at_once", "assembly": "butt_first", "no_check": false, "adhesives": [{"id": "a1", "at_c": 21.0, "kind": "paste", "name": "Boathouse slow paste", "parts_a": 1.0, "parts_b": 1.0, "set_min": 360.0, "handle_min": 1440.0, "density_g_ml": 1.15, "pot_life_min": 60.0, "full_cure_min": 10080.0}, {"id": "a2", "at_c": 21.0, "kind": "liquid_30", "name": "Lake clear 30", "parts_a": 1.0, "parts_b": 1.0, "set_min": 120.0, "handle_min": 720.0, "density_g_ml": 1.15, "pot_life_min": 30.0, "full_cure_min": 4320.0}, {"id": "a3", "at_c": 21.0, "kind": "high_temperature", "name": "Forge high-heat", "parts_a": 2.0, "parts_b": 1.0, "set_min": 480.0, "handle_min": 1440.0, "density_g_ml": 1.4, "pot_life_min": 45.0, "full_cure_min": 10080.0}], "guides_on": false, "reference": {"name": "the old 9-foot rod", "parts": [{"name": "rear grip", "end_mm": 272.0, "start_mm": 16.0}, {"name": "reel seat", "end_mm": 388.0, "start_mm": 272.0}, {"name": "foregrip", "end_mm": 450.0, "start_mm": 388.0}], "reach_mm": 330.0}, "candidates": [], "tip_closed": false, "clearance_mm": 0.15, "school_reason": "", "spine_in_wet_seat": false, "glue_temperature_c": 21.0, "coats_before_ferrule": false, "parts_finished_first": false}, "number": "TP-041", "pretend": false, "repairs": []}	{"id": "15192710-c77e-4c83-b400-da63f7b3f96c", "blank": {"mass_g": null, "static": [{"id": "b1", "at_mm": null, "drop_mm": 314.325, "clamp_mm": 300.0, "weight_g": 150.0, "angle_deg": null}], "readings": [{"id": "r1", "od_mm": 14.62, "station_mm": 0.0, "uncertainty_mm": 0.05}, {"id": "r2", "od_mm": 14.2, "station_mm": 150.0, "uncertainty_mm": 0.05}, {"id": "r3", "od_mm": 13.71, "station_mm": 300.0, "uncertainty_mm": 0.05}, {"id": "r4", "od_mm": 13.18, "station_mm": 450.0, "uncertainty_mm": 0.05}, {"id": "r5", "od_mm": 12.66, "station_mm": 600.0, "uncertainty_mm": 0.05}, {"id": "r6", "od_mm": 11.35, "station_mm": 900.0, "uncertainty_mm": 0.05}, {"id": "r7", "od_mm": 9.92, "station_mm": 1200.0, "uncertainty_mm": 0.05}, {"id": "r8", "od_mm": 8.83, "station_mm": 1460.0, "uncertainty_mm": 0.05}, {"id": "r9", "od_mm": 9.21, "station_mm": 1540.0, "uncertainty_mm": 0.05}, {"id": "r10", "od_mm": 7.46, "station_mm": 1800.0, "uncertainty_mm": 0.05}, {"id": "r11", "od_mm": 5.83, "station_mm": 2100.0, "uncertainty_mm": 0.05}, {"id": "r12", "od_mm": 4.31, "station_mm": 2400.0, "uncertainty_mm": 0.05}, {"id": "r13", "od_mm": 3.02, "station_mm": 2700.0, "uncertainty_mm": 0.05}, {"id": "r14", "od_mm": 2.05, "station_mm": 3038.0, "uncertainty_mm": 0.05}], "label_line": "0.20 to 0.30 mm", "label_lure": "15 to 40 g", "label_power": "medium heavy", "measured_mm": null, "label_action": "moderate fast"}, "parts": [{"id": "rear", "inside": [], "mass_g": null, "bore_tip_mm": 14.1, "bore_butt_mm": 14.85}, {"id": "fore", "inside": [], "mass_g": null, "bore_tip_mm": 13.3, "bore_butt_mm": 13.55}], "spine": {"flat": [], "line": "deeper", "zero": "witness", "drops": [{"id": "d1", "drop_mm": 59.4, "angle_deg": 0.0}, {"id": "d2", "drop_mm": 62.3, "angle_deg": 30.0}, {"id": "d3", "drop_mm": 62.6, "angle_deg": 60.0}, {"id": "d4", "drop_mm": 59.3, "angle_deg": 90.0}, {"id": "d5", "drop_mm": 55.8, "angle_deg": 120.0}, {"id": "d6", "drop_mm": 55.2, "angle_deg": 150.0}, {"id": "d7", "drop_mm": 56.8, "angle_deg": 180.0}, {"id": "d8", "drop_mm": 59.1, "angle_deg": 210.0}, {"id": "d9", "drop_mm": 58.8, "angle_deg": 240.0}, {"id": "d10", "drop_mm": 56.3, "angle_deg": 270.0}, {"id": "d11", "drop_mm": 54.8, "angle_deg": 300.0}, {"id": "d12", "drop_mm": 55.5, "angle_deg": 330.0}, {"id": "d13", "drop_mm": 59.3, "angle_deg": 0.0}, {"id": "d14", "drop_mm": 62.6, "angle_deg": 30.0}, {"id": "d15", "drop_mm": 62.4, "angle_deg": 60.0}], "trials": [{"at": null, "by": "", "id": "t1", "snap": 3, "zone": "whole", "section": 0, "angle_deg": 41.0}, {"at": null, "by": "", "id": "t2", "snap": 3, "zone": "whole", "section": 0, "angle_deg": 44.0}, {"at": null, "by": "", "id": "t3", "snap": 3, "zone": "whole", "section": 0, "angle_deg": 38.0}, {"at": null, "by": "", "id": "t4", "snap": 3, "zone": "whole", "section": 0, "angle_deg": 43.0}, {"at": null, "by": "", "id": "t5", "snap": 3, "zone": "whole", "section": 0, "angle_deg": 47.0}, {"at": null, "by": "", "id": "t6", "snap": 3, "zone": "whole", "section": 0, "angle_deg": 40.0}, {"at": null, "by": "", "id": "t7", "snap": 3, "zone": "whole", "section": 0, "angle_deg": 42.0}, {"at": null, "by": "", "id": "t8", "snap": 1, "zone": "whole", "section": 0, "angle_deg": 221.0}, {"at": null, "by": "", "id": "t9", "snap": 1, "zone": "whole", "section": 0, "angle_deg": 226.0}], "clamp_mm": 300.0, "weight_g": 100.0, "label_deg": 150.0, "own_line_deg": null}}	["as-built.0000", "as-built.0001", "as-built.0002", "as-built.0003", "as-built.0004", "as-built.0005", "as-built.0006", "as-built.0007", "as-built.0008", "as-built.0009", "as-built.0010"]
2	4a32f6a0-3ed5-4673-8633-d53509dfdfe3	1	\N	new build	f	2026-11-27 06:28:30.118955+00	null	{"name": "Holm Casting", "note": "", "rule": "mm/1", "sure": {"guides.train.g1.height_mm": 9.0, "guides.train.g2.height_mm": 9.0, "guides.train.g3.height_mm": 9.0, "guides.train.g4.height_mm": 9.0, "guides.train.g5.height_mm": 9.0, "guides.train.g6.height_mm": 9.0, "guides.train.g7.height_mm": 10.0, "guides.train.g8.height_mm": 14.0, "guides.train.g1.foot_tip_mm": 0.0, "guides.train.g2.foot_tip_mm": 0.0, "guides.train.g3.foot_tip_mm": 0.0, "guides.train.g4.foot_tip_mm": 0.0, "guides.train.g5.foot_tip_mm": 0.0, "guides.train.g6.foot_tip_mm": 0.0, "guides.train.g7.foot_tip_mm": 12.0, "guides.train.g8.foot_tip_mm": 15.0, "guides.train.g1.foot_butt_mm": 11.0, "guides.train.g2.foot_butt_mm": 11.0, "guides.train.g3.foot_butt_mm": 11.0, "guides.train.g4.foot_butt_mm": 11.0, "guides.train.g5.foot_butt_mm": 11.0, "guides.train.g6.foot_butt_mm": 11.0, "guides.train.g7.foot_butt_mm": 12.0, "guides.train.g8.foot_butt_mm": 15.0, "handle.parts.seat.seat.bore_mm": 16.0}, "work": {"own": [], "ahead": []}, "batch": "", "blank": {"name": "Tarn 610 MH", "colour": null, "joints": [], "material": "carbon", "length_mm": 2083.0, "trim_tip_mm": 0.0, "trim_butt_mm": 0.0, "tip_tube_64ths": null}, "brief": {"who": "Small hands, a sore wrist", "why": "Light in the hand, balanced at the reel", "cold": false, "what": "Pike-perch on soft baits, 10 to 30 g", "asked": {"by": null, "tip": "", "hand": "", "knot": false, "sore": "", "cover": false, "hands": "", "skill": "", "budget": null, "stands": "", "line_kg": null, "packed_mm": null, "forearm_mm": null, "longest_mm": null, "lure_most_g": null, "lure_least_g": null}, "where": "Reed edges and old pilings", "wish_g": null, "rod_type": "casting"}, "spine": {"places": [], "reason": "", "school": "resting_line", "strict": false, "decide_by": null, "guides_on": null, "taped_side": "outside"}, "units": {"volume": "mL", "warmth": "°C", "weight": "g"}, "wraps": {"tool": "hand wrapper", "wraps": [], "labels": [{"id": "l1", "art": "", "font": "text-bold", "hand": "right", "kind": "transfer", "text": "HOLM  TP-044", "frame": true, "reads": "in_hand", "rough": false, "art_mm": 60.0, "copies": 1, "from_mm": 350.0, "clock_deg": 180.0, "letter_mm": 2.2, "after_coat": 0}], "threads": [{"id": "rowan", "wet": null, "kind": "plain", "name": "rowan", "size": "A", "colour": "#d9612f", "counts": [], "spool_m": 60.0, "diameter_mm": null}], "decoration": []}, "client": "E. Holmvik", "finish": {"areas": [], "coats": 2, "under": [], "course": [], "cup_ml": 30.0, "method": "thin_first", "mix_ml": null, "blank_c": null, "product": {"at_c": 21.0, "kind": "regular", "name": "Lake slow-turn finish", "parts_a": 1.0, "parts_b": 1.0, "set_min": 480.0, "handle_min": 1440.0, "rotate_min": 360.0, "pot_life_min": 25.0, "full_cure_min": 10080.0, "density_a_g_ml": null, "density_b_g_ml": null, "recoat_opens_min": 1440.0, "recoat_closes_min": 2880.0}, "preserver": {"id": "p", "coats": 2, "film_mm": 0.015, "product": {"at_c": 21.0, "kind": "preserver", "name": "Colour preserver", "parts_a": 1.0, "parts_b": 0.0, "set_min": 30.0, "handle_min": 120.0, "rotate_min": 0.0, "pot_life_min": 240.0, "full_cure_min": 1440.0, "density_a_g_ml": null, "density_b_g_ml": null, "recoat_opens_min": 60.0, "recoat_closes_min": 10080.0}}, "measure_by": "volume", "loss_factor": 1.5, "past_window": false, "scale_step_g": 0.1, "film_first_mm": 0.2, "temperature_c": 17.0, "syringe_step_ml": 0.1, "humidity_percent": 60.0, "ratio_error_percent": 3.0}, "guides": {"bend": {"load_g": 300.0, "friction": 0.0, "pull_deg": 90.0, "own_weight": false}, "kept": [], "reel": {"name": "low-profile reel", "mass_g": null, "guessed": true, "spool_mm": 48.0, "tilt_deg": 4.0, "height_mm": 25.0, "lip_ahead_mm": 18.0, "level_wind_mm": 30.0}, "train": [{"at": null, "id": "g1", "feet": "single", "built": null, "mass_g": null, "thread": "rowan", "ring_mm": 5.0, "height_mm": 9.0, "foot_tip_mm": 0.0, "foot_butt_mm": 11.0, "foot_high_mm": null, "foot_wide_mm": null}, {"at": null, "id": "g2", "feet": "single", "built": null, "mass_g": null, "thread": "rowan", "ring_mm": 5.0, "height_mm": 9.0, "foot_tip_mm": 0.0, "foot_butt_mm": 11.0, "foot_high_mm": null, "foot_wide_mm": null}, {"at": null, "id": "g3", "feet": "single", "built": null, "mass_g": null, "thread": "rowan", "ring_mm": 5.0, "height_mm": 9.0, "foot_tip_mm": 0.0, "foot_butt_mm": 11.0, "foot_high_mm": null, "foot_wide_mm": null}, {"at": null, "id": "g4", "feet": "single", "built": null, "mass_g": null, "thread": "rowan", "ring_mm": 5.0, "height_mm": 9.0, "foot_tip_mm": 0.0, "foot_butt_mm": 11.0, "foot_high_mm": null, "foot_wide_mm": null}, {"at": null, "id": "g5", "feet": "single", "built": null, "mass_g": null, "thread": "rowan", "ring_mm": 5.0, "height_mm": 9.0, "foot_tip_mm": 0.0, "foot_butt_mm": 11.0, "foot_high_mm": null, "foot_wide_mm": null}, {"at": null, "id": "g6", "feet": "single", "built": null, "mass_g": null, "thread": "rowan", "ring_mm": 5.0, "height_mm": 9.0, "foot_tip_mm": 0.0, "foot_butt_mm": 11.0, "foot_high_mm": null, "foot_wide_mm": null}, {"at": null, "id": "g7", "feet": "double", "built": null, "mass_g": null, "thread": "rowan", "ring_mm": 6.0, "height_mm": 10.0, "foot_tip_mm": 12.0, "foot_butt_mm": 12.0, "foot_high_mm": null, "foot_wide_mm": null}, {"at": null, "id": "g8", "feet": "double", "built": null, "mass_g": null, "thread": "rowan", "ring_mm": 10.0, "height_mm": 14.0, "foot_tip_mm": 15.0, "foot_butt_mm": 15.0, "foot_high_mm": null, "foot_wide_mm": null}], "spiral": null, "tip_top": {"held": "hot_melt", "when": "before_finish", "ring_mm": 5.0, "tube_mm": 10.0, "height_mm": 8.0, "ring_ahead_mm": 8.0}, "mark_from": "tip_top_ring", "mark_under": "ring_centre", "first_gap_mm": 95.0}, "habits": {}, "handle": {"parts": [{"id": "cap", "kind": "butt_cap", "name": "cork butt cap", "seat": null, "inside": [], "mass_g": null, "on_rod": false, "turned": false, "contour": [], "adhesive": "", "material": "cork", "length_mm": 20.0, "od_tip_mm": 26.0, "od_butt_mm": 27.0, "overlap_mm": 0.0, "bore_tip_mm": null, "power_drill": false, "tenon_od_mm": null, "bore_butt_mm": 12.5, "bought_od_mm": null, "closed_end_mm": 8.0, "gap_before_mm": 0.0, "tip_tenon_od_mm": null}, {"id": "rear", "kind": "rear_grip", "name": "short rear grip", "seat": null, "inside": [], "mass_g": null, "on_rod": false, "turned": false, "contour": [], "adhesive": "", "material": "cork", "length_mm": 62.0, "od_tip_mm": 23.0, "od_butt_mm": 26.0, "overlap_mm": 0.0, "bore_tip_mm": null, "power_drill": false, "tenon_od_mm": null, "bore_butt_mm": null, "bought_od_mm": null, "closed_end_mm": 0.0, "gap_before_mm": 0.0, "tip_tenon_od_mm": null}, {"id": "seat", "kind": "reel_seat", "name": "trigger seat, size 16", "seat": {"locks": "up", "steps": [], "bore_mm": 16.0, "end_cap_mm": 0.0, "open_to_mm": null, "trigger_mm": 72.0, "open_from_mm": null, "usable_to_mm": 118.0, "foot_centre_mm": 66.0, "usable_from_mm": 6.0}, "inside": [], "mass_g": null, "on_rod": false, "turned": false, "contour": [], "adhesive": "", "material": "graphite", "length_mm": 126.0, "od_tip_mm": 22.0, "od_butt_mm": 23.0, "overlap_mm": 0.0, "bore_tip_mm": null, "power_drill": false, "tenon_od_mm": null, "bore_butt_mm": null, "bought_od_mm": null, "closed_end_mm": 0.0, "gap_before_mm": 96.0, "tip_tenon_od_mm": null}, {"id": "fore", "kind": "foregrip", "name": "thin foregrip", "seat": null, "inside": [], "mass_g": null, "on_rod": false, "turned": false, "contour": [], "adhesive": "", "material": "cork", "length_mm": 30.0, "od_tip_mm": 15.0, "od_butt_mm": 20.0, "overlap_mm": 0.0, "bore_tip_mm": null, "power_drill": false, "tenon_od_mm": null, "bore_butt_mm": null, "bought_od_mm": null, "closed_end_mm": 0.0, "gap_before_mm": 0.0, "tip_tenon_od_mm": null}, {"id": "check", "kind": "winding_check", "name": "winding check", "seat": null, "inside": [], "mass_g": null, "on_rod": false, "turned": false, "contour": [], "adhesive": "", "material": "metal", "length_mm": 2.5, "od_tip_mm": 13.0, "od_butt_mm": 14.5, "overlap_mm": 0.0, "bore_tip_mm": null, "power_drill": false, "tenon_od_mm": null, "bore_butt_mm": 11.8, "bought_od_mm": null, "closed_end_mm": 0.0, "gap_before_mm": 0.0, "tip_tenon_od_mm": null}], "stock": {"sticks": [], "kerf_mm": 2.5, "side_mm": 38.0, "facing_mm": 1.0, "mandrel_mm": null, "sanding_mm": 0.4}, "arbors": {"school": "tape_3", "bands_at_mm": [], "glue_gap_mm": 0.05, "sleeve_od_mm": null, "band_width_mm": 13.0, "tape_measured": null, "filler_bore_mm": null, "front_recess_mm": 8.0, "tape_thickness_mm": 0.15}, "drills": [{"id": "d1", "name": "6 mm", "diameter_mm": 6.0}, {"id": "d2", "name": "7 mm", "diameter_mm": 7.0}, {"id": "d3", "name": "8 mm", "diameter_mm": 8.0}, {"id": "d4", "name": "9 mm", "diameter_mm": 9.0}, {"id": "d5", "name": "10 mm", "diameter_mm": 10.0}, {"id": "d6", "name": "11 mm", "diameter_mm": 11.0}, {"id": "d7", "name": "12 mm", "diameter_mm": 12.0}, {"id": "d8", "name": "13 mm", "diameter_mm": 13.0}, {"id": "d9", "name": "14 mm", "diameter_mm": 14.0}, {"id": "d10", "name": "16 mm", "diameter_mm": 16.0}], "kept_as": "", "reamers": [{"id": "r1", "cut": "fine", "name": "slim reamer", "large_mm": 9.5, "small_mm": 4.0, "length_mm": 420.0}, {"id": "r2", "cut": "fine", "name": "long reamer", "large_mm": 14.0, "small_mm": 8.0, "length_mm": 640.0}, {"id": "r3", "cut": "fine", "name": "stout reamer", "large_mm": 20.0, "small_mm": 12.0, "length_mm": 520.0}], "squeeze": "at_once", "assembly": "butt_first", "no_check": false, "adhesives": [{"id": "a1", "at_c": 21.0, "kind": "paste", "name": "Boathouse slow paste", "parts_a": 1.0, "parts_b": 1.0, "set_min": 360.0, "handle_min": 1440.0, "density_g_ml": 1.15, "pot_life_min": 60.0, "full_cure_min": 10080.0}, {"id": "a2", "at_c": 21.0, "kind": "liquid_30", "name": "Lake clear 30", "parts_a": 1.0, "parts_b": 1.0, "set_min": 120.0, "handle_min": 720.0, "density_g_ml": 1.15, "pot_life_min": 30.0, "full_cure_min": 4320.0}, {"id": "a3", "at_c": 21.0, "kind": "high_temperature", "name": "Forge high-heat", "parts_a": 2.0, "parts_b": 1.0, "set_min": 480.0, "handle_min": 1440.0, "density_g_ml": 1.4, "pot_life_min": 45.0, "full_cure_min": 10080.0}], "guides_on": false, "reference": null, "candidates": [{"id": "c1", "kind": "reel_seat", "name": "Tern seat, size 15", "seat": {"locks": "up", "steps": [], "bore_mm": 15.0, "end_cap_mm": 0.0, "open_to_mm": null, "trigger_mm": null, "open_from_mm": null, "usable_to_mm": 104.0, "foot_centre_mm": 55.0, "usable_from_mm": 4.0}, "inside": [], "mass_g": null, "on_rod": false, "turned": false, "contour": [], "adhesive": "", "material": "graphite", "length_mm": 110.0, "od_tip_mm": 21.0, "od_butt_mm": 22.0, "overlap_mm": 0.0, "bore_tip_mm": null, "power_drill": false, "tenon_od_mm": null, "bore_butt_mm": null, "bought_od_mm": null, "closed_end_mm": 0.0, "gap_before_mm": 0.0, "tip_tenon_od_mm": null}, {"id": "c2", "kind": "reel_seat", "name": "Tern seat, size 16", "seat": {"locks": "up", "steps": [], "bore_mm": 16.0, "end_cap_mm": 0.0, "open_to_mm": null, "trigger_mm": 62.0, "open_from_mm": null, "usable_to_mm": 106.0, "foot_centre_mm": 56.0, "usable_from_mm": 4.0}, "inside": [], "mass_g": null, "on_rod": false, "turned": false, "contour": [], "adhesive": "", "material": "graphite", "length_mm": 112.0, "od_tip_mm": 22.0, "od_butt_mm": 23.0, "overlap_mm": 0.0, "bore_tip_mm": null, "power_drill": false, "tenon_od_mm": null, "bore_butt_mm": null, "bought_od_mm": null, "closed_end_mm": 0.0, "gap_before_mm": 0.0, "tip_tenon_od_mm": null}, {"id": "c3", "kind": "reel_seat", "name": "Tern seat, size 17", "seat": {"locks": "up", "steps": [{"id": "l1", "to_mm": 98.0, "bore_mm": 14.8, "from_mm": 92.0}], "bore_mm": 17.0, "end_cap_mm": 0.0, "open_to_mm": null, "trigger_mm": null, "open_from_mm": null, "usable_to_mm": 112.0, "foot_centre_mm": 59.0, "usable_from_mm": 4.0}, "inside": [], "mass_g": null, "on_rod": false, "turned": false, "contour": [], "adhesive": "", "material": "graphite", "length_mm": 118.0, "od_tip_mm": 23.0, "od_butt_mm": 24.0, "overlap_mm": 0.0, "bore_tip_mm": null, "power_drill": false, "tenon_od_mm": null, "bore_butt_mm": null, "bought_od_mm": null, "closed_end_mm": 0.0, "gap_before_mm": 0.0, "tip_tenon_od_mm": null}, {"id": "c4", "kind": "winding_check", "name": "brass check 10.6", "seat": null, "inside": [], "mass_g": null, "on_rod": false, "turned": false, "contour": [], "adhesive": "", "material": "metal", "length_mm": 3.0, "od_tip_mm": 12.6, "od_butt_mm": 14.6, "overlap_mm": 0.0, "bore_tip_mm": null, "power_drill": false, "tenon_od_mm": null, "bore_butt_mm": 10.6, "bought_od_mm": null, "closed_end_mm": 0.0, "gap_before_mm": 0.0, "tip_tenon_od_mm": null}, {"id": "c5", "kind": "winding_check", "name": "brass check 11.1", "seat": null, "inside": [], "mass_g": null, "on_rod": false, "turned": false, "contour": [], "adhesive": "", "material": "metal", "length_mm": 3.0, "od_tip_mm": 13.1, "od_butt_mm": 15.1, "overlap_mm": 0.0, "bore_tip_mm": null, "power_drill": false, "tenon_od_mm": null, "bore_butt_mm": 11.1, "bought_od_mm": null, "closed_end_mm": 0.0, "gap_before_mm": 0.0, "tip_tenon_od_mm": null}, {"id": "c6", "kind": "winding_check", "name": "brass check 11.8", "seat": null, "inside": [], "mass_g": null, "on_rod": false, "turned": false, "contour": [], "adhesive": "", "material": "metal", "length_mm": 3.0, "od_tip_mm": 13.8, "od_butt_mm": 15.8, "overlap_mm": 0.0, "bore_tip_mm": null, "power_drill": false, "tenon_od_mm": null, "bore_butt_mm": 11.8, "bought_od_mm": null, "closed_end_mm": 0.0, "gap_before_mm": 0.0, "tip_tenon_od_mm": null}, {"id": "c7", "kind": "winding_check", "name": "brass check 12.4", "seat": null, "inside": [], "mass_g": null, "on_rod": false, "turned": false, "contour": [], "adhesive": "", "material": "metal", "length_mm": 3.0, "od_tip_mm": 14.4, "od_butt_mm": 16.4, "overlap_mm": 0.0, "bore_tip_mm": null, "power_drill": false, "tenon_od_mm": null, "bore_butt_mm": 12.4, "bought_od_mm": null, "closed_end_mm": 0.0, "gap_before_mm": 0.0, "tip_tenon_od_mm": null}], "tip_closed": false, "clearance_mm": 0.15, "school_reason": "", "spine_in_wet_seat": false, "glue_temperature_c": 21.0, "coats_before_ferrule": false, "parts_finished_first": false}, "number": "TP-044", "pretend": false, "repairs": []}	{"id": "4a32f6a0-3ed5-4673-8633-d53509dfdfe3", "blank": {"mass_g": null, "static": [{"id": "b1", "at_mm": null, "drop_mm": 181.0, "clamp_mm": 300.0, "weight_g": 100.0, "angle_deg": null}, {"id": "b2", "at_mm": null, "drop_mm": 395.0, "clamp_mm": 300.0, "weight_g": 250.0, "angle_deg": null}, {"id": "b3", "at_mm": 1354.0, "drop_mm": 62.0, "clamp_mm": 300.0, "weight_g": 400.0, "angle_deg": null}], "readings": [{"id": "r1", "od_mm": 12.94, "station_mm": 0.0, "uncertainty_mm": 0.05}, {"id": "r2", "od_mm": 12.61, "station_mm": 100.0, "uncertainty_mm": 0.05}, {"id": "r3", "od_mm": 12.22, "station_mm": 200.0, "uncertainty_mm": 0.05}, {"id": "r4", "od_mm": 11.8, "station_mm": 300.0, "uncertainty_mm": 0.05}, {"id": "r5", "od_mm": 11.35, "station_mm": 400.0, "uncertainty_mm": 0.05}, {"id": "r6", "od_mm": 9.82, "station_mm": 700.0, "uncertainty_mm": 0.05}, {"id": "r7", "od_mm": 8.11, "station_mm": 1000.0, "uncertainty_mm": 0.05}, {"id": "r8", "od_mm": 6.44, "station_mm": 1300.0, "uncertainty_mm": 0.05}, {"id": "r9", "od_mm": 4.72, "station_mm": 1600.0, "uncertainty_mm": 0.05}, {"id": "r10", "od_mm": 2.93, "station_mm": 1900.0, "uncertainty_mm": 0.05}, {"id": "r11", "od_mm": 2.02, "station_mm": 2080.0, "uncertainty_mm": 0.05}], "label_line": "", "label_lure": "10 to 30 g", "label_power": "medium heavy", "measured_mm": null, "label_action": "fast"}, "parts": [{"id": "rear", "inside": [], "mass_g": null, "bore_tip_mm": 9.5, "bore_butt_mm": 9.5}, {"id": "fore", "inside": [], "mass_g": null, "bore_tip_mm": 9.5, "bore_butt_mm": 9.5}], "spine": {"flat": [], "line": "deeper", "zero": "witness", "drops": [{"id": "d1", "drop_mm": 39.5, "angle_deg": 0.0}, {"id": "d2", "drop_mm": 40.4, "angle_deg": 30.0}, {"id": "d3", "drop_mm": 42.0, "angle_deg": 60.0}, {"id": "d4", "drop_mm": 42.9, "angle_deg": 90.0}, {"id": "d5", "drop_mm": 43.4, "angle_deg": 120.0}, {"id": "d6", "drop_mm": 43.6, "angle_deg": 150.0}, {"id": "d7", "drop_mm": 42.6, "angle_deg": 180.0}, {"id": "d8", "drop_mm": 41.6, "angle_deg": 210.0}, {"id": "d9", "drop_mm": 40.1, "angle_deg": 240.0}, {"id": "d10", "drop_mm": 38.8, "angle_deg": 270.0}, {"id": "d11", "drop_mm": 38.5, "angle_deg": 300.0}, {"id": "d12", "drop_mm": 38.3, "angle_deg": 330.0}, {"id": "d13", "drop_mm": 39.4, "angle_deg": 0.0}, {"id": "d14", "drop_mm": 40.7, "angle_deg": 30.0}, {"id": "d15", "drop_mm": 41.8, "angle_deg": 60.0}], "trials": [{"at": null, "by": "", "id": "t1", "snap": 2, "zone": "whole", "section": 0, "angle_deg": 128.0}, {"at": null, "by": "", "id": "t2", "snap": 2, "zone": "whole", "section": 0, "angle_deg": 121.0}, {"at": null, "by": "", "id": "t3", "snap": 2, "zone": "whole", "section": 0, "angle_deg": 133.0}, {"at": null, "by": "", "id": "t4", "snap": 2, "zone": "whole", "section": 0, "angle_deg": 126.0}], "clamp_mm": 300.0, "weight_g": 100.0, "label_deg": 0.0, "own_line_deg": null}}	["as-built.0000", "as-built.0001", "look.00", "look.01", "look.02", "look.03", "look.04", "look.05", "look.06", "look.07", "look.08"]
3	ef35c9e7-aa66-44f2-9596-401e8544d1c6	1	\N	new build	f	2026-11-27 06:28:30.15144+00	null	{"name": "Beacon, rod 1 of 2", "note": "", "rule": "in/16", "sure": {"guides.train.g1.height_mm": 9.0, "guides.train.g2.height_mm": 9.0, "guides.train.g3.height_mm": 9.0, "guides.train.g4.height_mm": 10.0, "guides.train.g5.height_mm": 11.0, "guides.train.g6.height_mm": 17.0, "guides.train.g7.height_mm": 26.0, "guides.train.g8.height_mm": 38.0, "guides.train.g1.foot_tip_mm": 0.0, "guides.train.g2.foot_tip_mm": 0.0, "guides.train.g3.foot_tip_mm": 0.0, "guides.train.g4.foot_tip_mm": 0.0, "guides.train.g5.foot_tip_mm": 0.0, "guides.train.g6.foot_tip_mm": 14.0, "guides.train.g7.foot_tip_mm": 17.0, "guides.train.g8.foot_tip_mm": 22.0, "guides.train.g1.foot_butt_mm": 11.0, "guides.train.g2.foot_butt_mm": 11.0, "guides.train.g3.foot_butt_mm": 11.0, "guides.train.g4.foot_butt_mm": 12.0, "guides.train.g5.foot_butt_mm": 12.0, "guides.train.g6.foot_butt_mm": 14.0, "guides.train.g7.foot_butt_mm": 17.0, "guides.train.g8.foot_butt_mm": 22.0}, "work": {"own": [], "ahead": []}, "batch": "Beacon pair", "blank": {"name": "Fyrlykt 79 ML, four-piece", "colour": null, "joints": [{"id": "j1", "kind": "sleeve", "overlap_mm": 45.0, "station_mm": 590.55}, {"id": "j2", "kind": "sleeve", "overlap_mm": 45.0, "station_mm": 1181.1}, {"id": "j3", "kind": "sleeve", "overlap_mm": 45.0, "station_mm": 1771.65}], "material": "carbon", "length_mm": 2362.2, "trim_tip_mm": 0.0, "trim_butt_mm": 0.0, "tip_tube_64ths": 5.0}, "brief": {"who": "Travels light, fishes from quays", "why": "Two alike, so a broken one ends no trip", "cold": false, "what": "Perch and trout, 5 to 20 g", "asked": {"by": null, "tip": "", "hand": "", "knot": false, "sore": "", "cover": false, "hands": "", "skill": "", "budget": null, "stands": "", "line_kg": null, "packed_mm": null, "forearm_mm": null, "longest_mm": null, "lure_most_g": null, "lure_least_g": null}, "where": "Wherever the ferry lies over", "wish_g": null, "rod_type": "spinning"}, "spine": {"places": [], "reason": "", "school": "resting_line", "strict": false, "decide_by": null, "guides_on": null, "taped_side": "outside"}, "units": {"volume": "mL", "warmth": "°C", "weight": "g"}, "wraps": {"tool": "hand wrapper", "wraps": [{"id": "foot:g1:butt", "kind": null, "name": "", "bands": [{"id": "b1", "end": "butt", "turns": 5, "thread": "frost"}], "to_mm": null, "turns": null, "under": null, "inlays": [], "layers": null, "starts": null, "thread": "", "from_mm": null, "left_out": false, "preserver": false, "lock_turns": null, "beyond_tip_mm": null, "beyond_butt_mm": null}, {"id": "foot:g2:butt", "kind": null, "name": "", "bands": [{"id": "b1", "end": "butt", "turns": 5, "thread": "frost"}], "to_mm": null, "turns": null, "under": null, "inlays": [], "layers": null, "starts": null, "thread": "", "from_mm": null, "left_out": false, "preserver": false, "lock_turns": null, "beyond_tip_mm": null, "beyond_butt_mm": null}, {"id": "foot:g3:butt", "kind": null, "name": "", "bands": [{"id": "b1", "end": "butt", "turns": 5, "thread": "frost"}], "to_mm": null, "turns": null, "under": null, "inlays": [], "layers": null, "starts": null, "thread": "", "from_mm": null, "left_out": false, "preserver": false, "lock_turns": null, "beyond_tip_mm": null, "beyond_butt_mm": null}, {"id": "foot:g4:butt", "kind": null, "name": "", "bands": [{"id": "b1", "end": "butt", "turns": 5, "thread": "frost"}], "to_mm": null, "turns": null, "under": null, "inlays": [], "layers": null, "starts": null, "thread": "", "from_mm": null, "left_out": false, "preserver": false, "lock_turns": null, "beyond_tip_mm": null, "beyond_butt_mm": null}, {"id": "foot:g5:butt", "kind": null, "name": "", "bands": [{"id": "b1", "end": "butt", "turns": 5, "thread": "frost"}], "to_mm": null, "turns": null, "under": null, "inlays": [], "layers": null, "starts": null, "thread": "", "from_mm": null, "left_out": false, "preserver": false, "lock_turns": null, "beyond_tip_mm": null, "beyond_butt_mm": null}, {"id": "foot:g6:butt", "kind": null, "name": "", "bands": [{"id": "b1", "end": "butt", "turns": 5, "thread": "frost"}], "to_mm": null, "turns": null, "under": null, "inlays": [], "layers": null, "starts": null, "thread": "", "from_mm": null, "left_out": false, "preserver": false, "lock_turns": null, "beyond_tip_mm": null, "beyond_butt_mm": null}, {"id": "foot:g6:tip", "kind": null, "name": "", "bands": [{"id": "b1", "end": "tip", "turns": 5, "thread": "frost"}], "to_mm": null, "turns": null, "under": null, "inlays": [], "layers": null, "starts": null, "thread": "", "from_mm": null, "left_out": false, "preserver": false, "lock_turns": null, "beyond_tip_mm": null, "beyond_butt_mm": null}, {"id": "foot:g7:butt", "kind": null, "name": "", "bands": [{"id": "b1", "end": "butt", "turns": 5, "thread": "frost"}], "to_mm": null, "turns": null, "under": null, "inlays": [], "layers": null, "starts": null, "thread": "", "from_mm": null, "left_out": false, "preserver": false, "lock_turns": null, "beyond_tip_mm": null, "beyond_butt_mm": null}, {"id": "foot:g7:tip", "kind": null, "name": "", "bands": [{"id": "b1", "end": "tip", "turns": 5, "thread": "frost"}], "to_mm": null, "turns": null, "under": null, "inlays": [], "layers": null, "starts": null, "thread": "", "from_mm": null, "left_out": false, "preserver": false, "lock_turns": null, "beyond_tip_mm": null, "beyond_butt_mm": null}, {"id": "foot:g8:butt", "kind": null, "name": "", "bands": [{"id": "b1", "end": "butt", "turns": 5, "thread": "frost"}], "to_mm": null, "turns": null, "under": null, "inlays": [], "layers": null, "starts": null, "thread": "", "from_mm": null, "left_out": false, "preserver": false, "lock_turns": null, "beyond_tip_mm": null, "beyond_butt_mm": null}, {"id": "foot:g8:tip", "kind": null, "name": "", "bands": [{"id": "b1", "end": "tip", "turns": 5, "thread": "frost"}], "to_mm": null, "turns": null, "under": null, "inlays": [], "layers": null, "starts": null, "thread": "", "from_mm": null, "left_out": false, "preserver": false, "lock_turns": null, "beyond_tip_mm": null, "beyond_butt_mm": null}], "labels": [{"id": "l1", "art": "", "font": "text-bold", "hand": "right", "kind": "film", "text": "BEACON\\nTP-038", "frame": false, "reads": "in_hand", "rough": false, "art_mm": 60.0, "copies": 1, "from_mm": 380.0, "clock_deg": 180.0, "letter_mm": 2.2, "after_coat": 0}], "threads": [{"id": "beacon-red", "wet": "#a8281d", "kind": "plain", "name": "beacon red", "size": "A", "colour": "#d63b2f", "counts": [], "spool_m": 70.0, "diameter_mm": null}, {"id": "frost", "wet": null, "kind": "colour_fast", "name": "frost", "size": "A", "colour": "#dfe3df", "counts": [], "spool_m": 90.0, "diameter_mm": null}], "decoration": []}, "client": "The ferry pilot", "finish": {"areas": [], "coats": 2, "under": [], "course": [{"id": "n1", "after_h": 3.0, "temperature_c": 17.0, "humidity_percent": 64.0}, {"id": "n2", "after_h": 8.0, "temperature_c": 12.0, "humidity_percent": 86.0}, {"id": "n3", "after_h": 12.0, "temperature_c": 15.0, "humidity_percent": 74.0}], "cup_ml": 30.0, "method": "thin_first", "mix_ml": null, "blank_c": null, "product": {"at_c": 21.0, "kind": "regular", "name": "Lake slow-turn finish", "parts_a": 1.0, "parts_b": 1.0, "set_min": 480.0, "handle_min": 1440.0, "rotate_min": 360.0, "pot_life_min": 25.0, "full_cure_min": 10080.0, "density_a_g_ml": null, "density_b_g_ml": null, "recoat_opens_min": 1440.0, "recoat_closes_min": 2880.0}, "preserver": {"id": "p", "coats": 2, "film_mm": 0.015, "product": {"at_c": 21.0, "kind": "preserver", "name": "Colour preserver", "parts_a": 1.0, "parts_b": 0.0, "set_min": 30.0, "handle_min": 120.0, "rotate_min": 0.0, "pot_life_min": 240.0, "full_cure_min": 1440.0, "density_a_g_ml": null, "density_b_g_ml": null, "recoat_opens_min": 60.0, "recoat_closes_min": 10080.0}}, "measure_by": "volume", "loss_factor": 1.5, "past_window": false, "scale_step_g": 0.1, "film_first_mm": 0.2, "temperature_c": 21.0, "syringe_step_ml": 0.1, "humidity_percent": 52.0, "ratio_error_percent": 3.0}, "guides": {"bend": {"load_g": 300.0, "friction": 0.0, "pull_deg": 90.0, "own_weight": false}, "kept": [], "reel": {"name": "2500-size spinning reel", "mass_g": null, "guessed": false, "spool_mm": 48.0, "tilt_deg": 4.0, "height_mm": 66.0, "lip_ahead_mm": 55.0, "level_wind_mm": 30.0}, "train": [{"at": {"datum": "tip_top_ring", "distance_mm": 98.425}, "id": "g1", "feet": "single", "built": null, "mass_g": null, "thread": "beacon red", "ring_mm": 5.0, "height_mm": 9.0, "foot_tip_mm": 0.0, "foot_butt_mm": 11.0, "foot_high_mm": null, "foot_wide_mm": null}, {"at": {"datum": "tip_top_ring", "distance_mm": 209.55}, "id": "g2", "feet": "single", "built": null, "mass_g": null, "thread": "beacon red", "ring_mm": 5.0, "height_mm": 9.0, "foot_tip_mm": 0.0, "foot_butt_mm": 11.0, "foot_high_mm": null, "foot_wide_mm": null}, {"at": {"datum": "tip_top_ring", "distance_mm": 336.55}, "id": "g3", "feet": "single", "built": null, "mass_g": null, "thread": "beacon red", "ring_mm": 5.0, "height_mm": 9.0, "foot_tip_mm": 0.0, "foot_butt_mm": 11.0, "foot_high_mm": null, "foot_wide_mm": null}, {"at": {"datum": "tip_top_ring", "distance_mm": 479.425}, "id": "g4", "feet": "single", "built": null, "mass_g": null, "thread": "beacon red", "ring_mm": 5.5, "height_mm": 10.0, "foot_tip_mm": 0.0, "foot_butt_mm": 12.0, "foot_high_mm": null, "foot_wide_mm": null}, {"at": {"datum": "tip_top_ring", "distance_mm": 647.7}, "id": "g5", "feet": "single", "built": null, "mass_g": null, "thread": "beacon red", "ring_mm": 5.5, "height_mm": 11.0, "foot_tip_mm": 0.0, "foot_butt_mm": 12.0, "foot_high_mm": null, "foot_wide_mm": null}, {"at": {"datum": "tip_top_ring", "distance_mm": 841.375}, "id": "g6", "feet": "double", "built": null, "mass_g": null, "thread": "beacon red", "ring_mm": 8.0, "height_mm": 17.0, "foot_tip_mm": 14.0, "foot_butt_mm": 14.0, "foot_high_mm": null, "foot_wide_mm": null}, {"at": {"datum": "tip_top_ring", "distance_mm": 1076.325}, "id": "g7", "feet": "double", "built": null, "mass_g": null, "thread": "beacon red", "ring_mm": 12.0, "height_mm": 26.0, "foot_tip_mm": 17.0, "foot_butt_mm": 17.0, "foot_high_mm": null, "foot_wide_mm": null}, {"at": {"datum": "tip_top_ring", "distance_mm": 1384.3}, "id": "g8", "feet": "double", "built": null, "mass_g": null, "thread": "beacon red", "ring_mm": 20.0, "height_mm": 38.0, "foot_tip_mm": 22.0, "foot_butt_mm": 22.0, "foot_high_mm": null, "foot_wide_mm": null}], "spiral": null, "tip_top": {"held": "hot_melt", "when": "before_finish", "ring_mm": 5.0, "tube_mm": 10.0, "height_mm": 8.0, "ring_ahead_mm": 8.0}, "mark_from": "tip_top_ring", "mark_under": "ring_centre", "first_gap_mm": 101.6}, "habits": {}, "handle": {"parts": [{"id": "cap", "kind": "butt_cap", "name": "cork butt cap", "seat": null, "inside": [], "mass_g": null, "on_rod": false, "turned": false, "contour": [], "adhesive": "", "material": "cork", "length_mm": 18.0, "od_tip_mm": 26.0, "od_butt_mm": 26.0, "overlap_mm": 0.0, "bore_tip_mm": null, "power_drill": false, "tenon_od_mm": null, "bore_butt_mm": 11.6, "bought_od_mm": null, "closed_end_mm": 7.0, "gap_before_mm": 0.0, "tip_tenon_od_mm": null}, {"id": "rear", "kind": "rear_grip", "name": "rear grip", "seat": null, "inside": [], "mass_g": null, "on_rod": false, "turned": false, "contour": [], "adhesive": "", "material": "cork", "length_mm": 185.0, "od_tip_mm": 22.0, "od_butt_mm": 26.0, "overlap_mm": 0.0, "bore_tip_mm": null, "power_drill": false, "tenon_od_mm": null, "bore_butt_mm": null, "bought_od_mm": null, "closed_end_mm": 0.0, "gap_before_mm": 0.0, "tip_tenon_od_mm": null}, {"id": "seat", "kind": "reel_seat", "name": "reel seat, size 16", "seat": {"locks": "up", "steps": [], "bore_mm": 15.5, "end_cap_mm": 0.0, "open_to_mm": null, "trigger_mm": null, "open_from_mm": null, "usable_to_mm": 106.0, "foot_centre_mm": 54.0, "usable_from_mm": 4.0}, "inside": [], "mass_g": null, "on_rod": false, "turned": false, "contour": [], "adhesive": "", "material": "graphite", "length_mm": 112.0, "od_tip_mm": 21.0, "od_butt_mm": 22.0, "overlap_mm": 0.0, "bore_tip_mm": null, "power_drill": false, "tenon_od_mm": null, "bore_butt_mm": null, "bought_od_mm": null, "closed_end_mm": 0.0, "gap_before_mm": 0.0, "tip_tenon_od_mm": null}, {"id": "fore", "kind": "foregrip", "name": "foregrip", "seat": null, "inside": [], "mass_g": null, "on_rod": false, "turned": false, "contour": [], "adhesive": "", "material": "cork", "length_mm": 42.0, "od_tip_mm": 15.0, "od_butt_mm": 21.0, "overlap_mm": 0.0, "bore_tip_mm": null, "power_drill": false, "tenon_od_mm": null, "bore_butt_mm": null, "bought_od_mm": null, "closed_end_mm": 0.0, "gap_before_mm": 0.0, "tip_tenon_od_mm": null}, {"id": "check", "kind": "winding_check", "name": "winding check", "seat": null, "inside": [], "mass_g": null, "on_rod": false, "turned": false, "contour": [], "adhesive": "", "material": "metal", "length_mm": 2.5, "od_tip_mm": 12.5, "od_butt_mm": 14.0, "overlap_mm": 0.0, "bore_tip_mm": null, "power_drill": false, "tenon_od_mm": null, "bore_butt_mm": 10.6, "bought_od_mm": null, "closed_end_mm": 0.0, "gap_before_mm": 0.0, "tip_tenon_od_mm": null}], "stock": {"sticks": [], "kerf_mm": 2.5, "side_mm": 38.0, "facing_mm": 1.0, "mandrel_mm": null, "sanding_mm": 0.4}, "arbors": {"school": "tape_3", "bands_at_mm": [], "glue_gap_mm": 0.05, "sleeve_od_mm": null, "band_width_mm": 13.0, "tape_measured": null, "filler_bore_mm": null, "front_recess_mm": 8.0, "tape_thickness_mm": 0.15}, "drills": [{"id": "d1", "name": "6 mm", "diameter_mm": 6.0}, {"id": "d2", "name": "7 mm", "diameter_mm": 7.0}, {"id": "d3", "name": "8 mm", "diameter_mm": 8.0}, {"id": "d4", "name": "9 mm", "diameter_mm": 9.0}, {"id": "d5", "name": "10 mm", "diameter_mm": 10.0}, {"id": "d6", "name": "11 mm", "diameter_mm": 11.0}, {"id": "d7", "name": "12 mm", "diameter_mm": 12.0}, {"id": "d8", "name": "13 mm", "diameter_mm": 13.0}, {"id": "d9", "name": "14 mm", "diameter_mm": 14.0}, {"id": "d10", "name": "16 mm", "diameter_mm": 16.0}], "kept_as": "", "reamers": [{"id": "r1", "cut": "fine", "name": "slim reamer", "large_mm": 9.5, "small_mm": 4.0, "length_mm": 420.0}, {"id": "r2", "cut": "fine", "name": "long reamer", "large_mm": 14.0, "small_mm": 8.0, "length_mm": 640.0}, {"id": "r3", "cut": "fine", "name": "stout reamer", "large_mm": 20.0, "small_mm": 12.0, "length_mm": 520.0}], "squeeze": "at_once", "assembly": "butt_first", "no_check": false, "adhesives": [{"id": "a1", "at_c": 21.0, "kind": "paste", "name": "Boathouse slow paste", "parts_a": 1.0, "parts_b": 1.0, "set_min": 360.0, "handle_min": 1440.0, "density_g_ml": 1.15, "pot_life_min": 60.0, "full_cure_min": 10080.0}, {"id": "a2", "at_c": 21.0, "kind": "liquid_30", "name": "Lake clear 30", "parts_a": 1.0, "parts_b": 1.0, "set_min": 120.0, "handle_min": 720.0, "density_g_ml": 1.15, "pot_life_min": 30.0, "full_cure_min": 4320.0}, {"id": "a3", "at_c": 21.0, "kind": "high_temperature", "name": "Forge high-heat", "parts_a": 2.0, "parts_b": 1.0, "set_min": 480.0, "handle_min": 1440.0, "density_g_ml": 1.4, "pot_life_min": 45.0, "full_cure_min": 10080.0}], "guides_on": false, "reference": null, "candidates": [], "tip_closed": false, "clearance_mm": 0.15, "school_reason": "", "spine_in_wet_seat": false, "glue_temperature_c": 21.0, "coats_before_ferrule": false, "parts_finished_first": false}, "number": "TP-038", "pretend": false, "repairs": []}	{"id": "ef35c9e7-aa66-44f2-9596-401e8544d1c6", "blank": {"mass_g": null, "static": [], "readings": [{"id": "r1", "od_mm": 11.42, "station_mm": 0.0, "uncertainty_mm": 0.05}, {"id": "r2", "od_mm": 10.94, "station_mm": 200.0, "uncertainty_mm": 0.05}, {"id": "r3", "od_mm": 10.15, "station_mm": 450.0, "uncertainty_mm": 0.05}, {"id": "r4", "od_mm": 9.8, "station_mm": 570.0, "uncertainty_mm": 0.05}, {"id": "r5", "od_mm": 10.21, "station_mm": 600.0, "uncertainty_mm": 0.05}, {"id": "r6", "od_mm": 8.73, "station_mm": 900.0, "uncertainty_mm": 0.05}, {"id": "r7", "od_mm": 7.62, "station_mm": 1160.0, "uncertainty_mm": 0.05}, {"id": "r8", "od_mm": 8.04, "station_mm": 1200.0, "uncertainty_mm": 0.05}, {"id": "r9", "od_mm": 6.35, "station_mm": 1500.0, "uncertainty_mm": 0.05}, {"id": "r10", "od_mm": 5.16, "station_mm": 1750.0, "uncertainty_mm": 0.05}, {"id": "r11", "od_mm": 5.55, "station_mm": 1790.0, "uncertainty_mm": 0.05}, {"id": "r12", "od_mm": 3.62, "station_mm": 2050.0, "uncertainty_mm": 0.05}, {"id": "r13", "od_mm": 1.88, "station_mm": 2355.0, "uncertainty_mm": 0.05}], "label_line": "", "label_lure": "5 to 20 g", "label_power": "medium light", "measured_mm": null, "label_action": "moderate"}, "parts": [{"id": "rear", "inside": [], "mass_g": null, "bore_tip_mm": 11.15, "bore_butt_mm": 11.55}, {"id": "fore", "inside": [], "mass_g": null, "bore_tip_mm": 10.6, "bore_butt_mm": 10.75}], "spine": {"flat": [], "line": "deeper", "zero": "witness", "drops": [], "trials": [{"at": null, "by": "", "id": "t1", "snap": 2, "zone": "whole", "section": 0, "angle_deg": 302.0}, {"at": null, "by": "", "id": "t2", "snap": 2, "zone": "whole", "section": 0, "angle_deg": 306.0}, {"at": null, "by": "", "id": "t3", "snap": 2, "zone": "whole", "section": 0, "angle_deg": 299.0}, {"at": null, "by": "", "id": "t4", "snap": 2, "zone": "whole", "section": 0, "angle_deg": 304.0}, {"at": null, "by": "", "id": "t5", "snap": 2, "zone": "whole", "section": 0, "angle_deg": 301.0}, {"at": null, "by": "", "id": "t6", "snap": 2, "zone": "whole", "section": 0, "angle_deg": 305.0}, {"at": null, "by": "", "id": "t7", "snap": 2, "zone": "whole", "section": 1, "angle_deg": 14.0}, {"at": null, "by": "", "id": "t8", "snap": 2, "zone": "whole", "section": 1, "angle_deg": 17.0}, {"at": null, "by": "", "id": "t9", "snap": 2, "zone": "whole", "section": 1, "angle_deg": 11.0}, {"at": null, "by": "", "id": "t10", "snap": 2, "zone": "whole", "section": 1, "angle_deg": 15.0}, {"at": null, "by": "", "id": "t11", "snap": 2, "zone": "whole", "section": 1, "angle_deg": 13.0}, {"at": null, "by": "", "id": "t12", "snap": 2, "zone": "whole", "section": 2, "angle_deg": 221.0}, {"at": null, "by": "", "id": "t13", "snap": 2, "zone": "whole", "section": 2, "angle_deg": 226.0}, {"at": null, "by": "", "id": "t14", "snap": 2, "zone": "whole", "section": 2, "angle_deg": 219.0}, {"at": null, "by": "", "id": "t15", "snap": 2, "zone": "whole", "section": 2, "angle_deg": 224.0}, {"at": null, "by": "", "id": "t16", "snap": 2, "zone": "whole", "section": 2, "angle_deg": 223.0}, {"at": null, "by": "", "id": "t17", "snap": 2, "zone": "whole", "section": 3, "angle_deg": 88.0}, {"at": null, "by": "", "id": "t18", "snap": 2, "zone": "whole", "section": 3, "angle_deg": 84.0}, {"at": null, "by": "", "id": "t19", "snap": 2, "zone": "whole", "section": 3, "angle_deg": 90.0}, {"at": null, "by": "", "id": "t20", "snap": 2, "zone": "whole", "section": 3, "angle_deg": 87.0}, {"at": null, "by": "", "id": "t21", "snap": 2, "zone": "whole", "section": 3, "angle_deg": 86.0}, {"at": null, "by": "", "id": "t22", "snap": 2, "zone": "whole", "section": 4, "angle_deg": 300.0}, {"at": null, "by": "", "id": "t23", "snap": 2, "zone": "whole", "section": 4, "angle_deg": 296.0}, {"at": null, "by": "", "id": "t24", "snap": 2, "zone": "whole", "section": 4, "angle_deg": 303.0}, {"at": null, "by": "", "id": "t25", "snap": 2, "zone": "whole", "section": 4, "angle_deg": 299.0}, {"at": null, "by": "", "id": "t26", "snap": 2, "zone": "whole", "section": 4, "angle_deg": 301.0}], "clamp_mm": 300.0, "weight_g": 100.0, "label_deg": null, "own_line_deg": null}}	["as-built.0000", "as-built.0001", "as-built.0002", "as-built.0003", "as-built.0004", "as-built.0005", "defect.00", "defect.01", "defect.02", "witness.00", "witness.01"]
\.


--
-- Data for Name: setting; Type: TABLE DATA; Schema: public; Owner: -
--

COPY public.setting (name, value, changed_at) FROM stdin;
\.


--
-- Data for Name: shelf_item; Type: TABLE DATA; Schema: public; Owner: -
--

COPY public.shelf_item (id, kind, name, item, stock, changed_at, put_away_at, card, said) FROM stdin;
fb862ec6-a74f-4836-bac8-4b33393f321a	reamer	slim reamer	{"id": "", "cut": "fine", "name": "slim reamer", "large_mm": 9.5, "small_mm": 4.0, "length_mm": 420.0}	1	2026-11-27 06:28:30.209036+00	\N	{"lot": "", "holds": null, "price": null, "brings": [], "due_on": null, "seller": "", "on_order": 0.0, "lead_days": null, "opened_on": null, "counted_at": "2026-11-27T06:28:30.208604Z", "reorder_at": null, "best_before": null}	slim reamer
9d415583-5420-45b4-9abb-6d43bac24666	reamer	long reamer	{"id": "", "cut": "fine", "name": "long reamer", "large_mm": 14.0, "small_mm": 8.0, "length_mm": 640.0}	1	2026-11-27 06:28:30.211846+00	\N	{"lot": "", "holds": null, "price": null, "brings": [], "due_on": null, "seller": "", "on_order": 0.0, "lead_days": null, "opened_on": null, "counted_at": "2026-11-27T06:28:30.211499Z", "reorder_at": null, "best_before": null}	long reamer
d2978d7e-064f-45cc-8c88-e64fa9279e3e	reamer	stout reamer	{"id": "", "cut": "fine", "name": "stout reamer", "large_mm": 20.0, "small_mm": 12.0, "length_mm": 520.0}	1	2026-11-27 06:28:30.212187+00	\N	{"lot": "", "holds": null, "price": null, "brings": [], "due_on": null, "seller": "", "on_order": 0.0, "lead_days": null, "opened_on": null, "counted_at": "2026-11-27T06:28:30.211958Z", "reorder_at": null, "best_before": null}	stout reamer
89605015-8886-4b14-9a76-e78b85400569	drill	6 mm	{"id": "", "name": "6 mm", "diameter_mm": 6.0}	1	2026-11-27 06:28:30.212501+00	\N	{"lot": "", "holds": null, "price": null, "brings": [], "due_on": null, "seller": "", "on_order": 0.0, "lead_days": null, "opened_on": null, "counted_at": "2026-11-27T06:28:30.212296Z", "reorder_at": null, "best_before": null}	6 mm
62cc226f-219c-414b-818b-23e8c15a662f	drill	7 mm	{"id": "", "name": "7 mm", "diameter_mm": 7.0}	1	2026-11-27 06:28:30.21278+00	\N	{"lot": "", "holds": null, "price": null, "brings": [], "due_on": null, "seller": "", "on_order": 0.0, "lead_days": null, "opened_on": null, "counted_at": "2026-11-27T06:28:30.212597Z", "reorder_at": null, "best_before": null}	7 mm
9d7ee097-6d93-41d1-8e7c-fff87d690d3f	drill	8 mm	{"id": "", "name": "8 mm", "diameter_mm": 8.0}	1	2026-11-27 06:28:30.213109+00	\N	{"lot": "", "holds": null, "price": null, "brings": [], "due_on": null, "seller": "", "on_order": 0.0, "lead_days": null, "opened_on": null, "counted_at": "2026-11-27T06:28:30.212875Z", "reorder_at": null, "best_before": null}	8 mm
\.


--
-- Data for Name: trail; Type: TABLE DATA; Schema: public; Owner: -
--

COPY public.trail (id, at, who, did, build_id) FROM stdin;
1	2026-11-28 07:31:57.835571+00	Bo	hung up a rod	15192710-c77e-4c83-b400-da63f7b3f96c
\.


--
-- Data for Name: trainer_round; Type: TABLE DATA; Schema: public; Owner: -
--

COPY public.trainer_round (id, level, seed, points, error_deg, made_at, answered_at) FROM stdin;
\.


--
-- Name: door_try_id_seq; Type: SEQUENCE SET; Schema: public; Owner: -
--

SELECT pg_catalog.setval('public.door_try_id_seq', 1, false);


--
-- Name: revision_id_seq; Type: SEQUENCE SET; Schema: public; Owner: -
--

SELECT pg_catalog.setval('public.revision_id_seq', 3, true);


--
-- Name: trail_id_seq; Type: SEQUENCE SET; Schema: public; Owner: -
--

SELECT pg_catalog.setval('public.trail_id_seq', 1, true);


--
-- Name: account account_known_as_key; Type: CONSTRAINT; Schema: public; Owner: -
--

ALTER TABLE ONLY public.account
    ADD CONSTRAINT account_known_as_key UNIQUE (known_as);


--
-- Name: account account_pkey; Type: CONSTRAINT; Schema: public; Owner: -
--

ALTER TABLE ONLY public.account
    ADD CONSTRAINT account_pkey PRIMARY KEY (id);


--
-- Name: alembic_version alembic_version_pkc; Type: CONSTRAINT; Schema: public; Owner: -
--

ALTER TABLE ONLY public.alembic_version
    ADD CONSTRAINT alembic_version_pkc PRIMARY KEY (version_num);


--
-- Name: build build_pkey; Type: CONSTRAINT; Schema: public; Owner: -
--

ALTER TABLE ONLY public.build
    ADD CONSTRAINT build_pkey PRIMARY KEY (id);


--
-- Name: change change_pkey; Type: CONSTRAINT; Schema: public; Owner: -
--

ALTER TABLE ONLY public.change
    ADD CONSTRAINT change_pkey PRIMARY KEY (build_id, id);


--
-- Name: door_try door_try_pkey; Type: CONSTRAINT; Schema: public; Owner: -
--

ALTER TABLE ONLY public.door_try
    ADD CONSTRAINT door_try_pkey PRIMARY KEY (id);


--
-- Name: invitation invitation_pkey; Type: CONSTRAINT; Schema: public; Owner: -
--

ALTER TABLE ONLY public.invitation
    ADD CONSTRAINT invitation_pkey PRIMARY KEY (id);


--
-- Name: invitation invitation_token_hash_key; Type: CONSTRAINT; Schema: public; Owner: -
--

ALTER TABLE ONLY public.invitation
    ADD CONSTRAINT invitation_token_hash_key UNIQUE (token_hash);


--
-- Name: log_entry log_entry_pkey; Type: CONSTRAINT; Schema: public; Owner: -
--

ALTER TABLE ONLY public.log_entry
    ADD CONSTRAINT log_entry_pkey PRIMARY KEY (build_id, id);


--
-- Name: paper paper_number_key; Type: CONSTRAINT; Schema: public; Owner: -
--

ALTER TABLE ONLY public.paper
    ADD CONSTRAINT paper_number_key UNIQUE (number);


--
-- Name: paper paper_pkey; Type: CONSTRAINT; Schema: public; Owner: -
--

ALTER TABLE ONLY public.paper
    ADD CONSTRAINT paper_pkey PRIMARY KEY (id);


--
-- Name: pass pass_pkey; Type: CONSTRAINT; Schema: public; Owner: -
--

ALTER TABLE ONLY public.pass
    ADD CONSTRAINT pass_pkey PRIMARY KEY (id);


--
-- Name: pass pass_token_hash_key; Type: CONSTRAINT; Schema: public; Owner: -
--

ALTER TABLE ONLY public.pass
    ADD CONSTRAINT pass_token_hash_key UNIQUE (token_hash);


--
-- Name: person person_pkey; Type: CONSTRAINT; Schema: public; Owner: -
--

ALTER TABLE ONLY public.person
    ADD CONSTRAINT person_pkey PRIMARY KEY (id);


--
-- Name: picture picture_pkey; Type: CONSTRAINT; Schema: public; Owner: -
--

ALTER TABLE ONLY public.picture
    ADD CONSTRAINT picture_pkey PRIMARY KEY (file);


--
-- Name: revision revision_build_id_number_key; Type: CONSTRAINT; Schema: public; Owner: -
--

ALTER TABLE ONLY public.revision
    ADD CONSTRAINT revision_build_id_number_key UNIQUE (build_id, number);


--
-- Name: revision revision_pkey; Type: CONSTRAINT; Schema: public; Owner: -
--

ALTER TABLE ONLY public.revision
    ADD CONSTRAINT revision_pkey PRIMARY KEY (id);


--
-- Name: setting setting_pkey; Type: CONSTRAINT; Schema: public; Owner: -
--

ALTER TABLE ONLY public.setting
    ADD CONSTRAINT setting_pkey PRIMARY KEY (name);


--
-- Name: shelf_item shelf_item_pkey; Type: CONSTRAINT; Schema: public; Owner: -
--

ALTER TABLE ONLY public.shelf_item
    ADD CONSTRAINT shelf_item_pkey PRIMARY KEY (id);


--
-- Name: trail trail_pkey; Type: CONSTRAINT; Schema: public; Owner: -
--

ALTER TABLE ONLY public.trail
    ADD CONSTRAINT trail_pkey PRIMARY KEY (id);


--
-- Name: trainer_round trainer_round_pkey; Type: CONSTRAINT; Schema: public; Owner: -
--

ALTER TABLE ONLY public.trainer_round
    ADD CONSTRAINT trainer_round_pkey PRIMARY KEY (id);


--
-- Name: ix_build_rack; Type: INDEX; Schema: public; Owner: -
--

CREATE INDEX ix_build_rack ON public.build USING btree (put_away_at, made_at, id);


--
-- Name: ix_change_version; Type: INDEX; Schema: public; Owner: -
--

CREATE INDEX ix_change_version ON public.change USING btree (version);


--
-- Name: ix_door_try_key; Type: INDEX; Schema: public; Owner: -
--

CREATE INDEX ix_door_try_key ON public.door_try USING btree (key);


--
-- Name: ix_log_entry_at; Type: INDEX; Schema: public; Owner: -
--

CREATE INDEX ix_log_entry_at ON public.log_entry USING btree (at, id);


--
-- Name: ix_log_entry_strikes; Type: INDEX; Schema: public; Owner: -
--

CREATE INDEX ix_log_entry_strikes ON public.log_entry USING btree (build_id) WHERE (entry ? 'strikes'::text);


--
-- Name: ix_log_entry_words; Type: INDEX; Schema: public; Owner: -
--

CREATE INDEX ix_log_entry_words ON public.log_entry USING gin (((entry)::text) public.gin_trgm_ops);


--
-- Name: ix_paper_build_id; Type: INDEX; Schema: public; Owner: -
--

CREATE INDEX ix_paper_build_id ON public.paper USING btree (build_id);


--
-- Name: ix_pass_account_id; Type: INDEX; Schema: public; Owner: -
--

CREATE INDEX ix_pass_account_id ON public.pass USING btree (account_id);


--
-- Name: ix_revision_build_id; Type: INDEX; Schema: public; Owner: -
--

CREATE INDEX ix_revision_build_id ON public.revision USING btree (build_id);


--
-- Name: ix_shelf_item_kind; Type: INDEX; Schema: public; Owner: -
--

CREATE INDEX ix_shelf_item_kind ON public.shelf_item USING btree (kind);


--
-- Name: ix_trail_build_id; Type: INDEX; Schema: public; Owner: -
--

CREATE INDEX ix_trail_build_id ON public.trail USING btree (build_id);


--
-- Name: change change_build_id_fkey; Type: FK CONSTRAINT; Schema: public; Owner: -
--

ALTER TABLE ONLY public.change
    ADD CONSTRAINT change_build_id_fkey FOREIGN KEY (build_id) REFERENCES public.build(id);


--
-- Name: invitation invitation_build_id_fkey; Type: FK CONSTRAINT; Schema: public; Owner: -
--

ALTER TABLE ONLY public.invitation
    ADD CONSTRAINT invitation_build_id_fkey FOREIGN KEY (build_id) REFERENCES public.build(id);


--
-- Name: log_entry log_entry_build_id_fkey; Type: FK CONSTRAINT; Schema: public; Owner: -
--

ALTER TABLE ONLY public.log_entry
    ADD CONSTRAINT log_entry_build_id_fkey FOREIGN KEY (build_id) REFERENCES public.build(id);


--
-- Name: paper paper_build_id_fkey; Type: FK CONSTRAINT; Schema: public; Owner: -
--

ALTER TABLE ONLY public.paper
    ADD CONSTRAINT paper_build_id_fkey FOREIGN KEY (build_id) REFERENCES public.build(id);


--
-- Name: pass pass_account_id_fkey; Type: FK CONSTRAINT; Schema: public; Owner: -
--

ALTER TABLE ONLY public.pass
    ADD CONSTRAINT pass_account_id_fkey FOREIGN KEY (account_id) REFERENCES public.account(id) ON DELETE CASCADE;


--
-- Name: pass pass_build_id_fkey; Type: FK CONSTRAINT; Schema: public; Owner: -
--

ALTER TABLE ONLY public.pass
    ADD CONSTRAINT pass_build_id_fkey FOREIGN KEY (build_id) REFERENCES public.build(id);


--
-- Name: revision revision_build_id_fkey; Type: FK CONSTRAINT; Schema: public; Owner: -
--

ALTER TABLE ONLY public.revision
    ADD CONSTRAINT revision_build_id_fkey FOREIGN KEY (build_id) REFERENCES public.build(id);


--
-- PostgreSQL database dump complete
--

\unrestrict 2GaBiD9GnwNJNVIZpkvwYpN5THffUwEYl3RM3izlUfi3W9XrIayU7cCZUGPfXwG

