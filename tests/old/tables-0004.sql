--
-- PostgreSQL database dump
--

\restrict dhPun69wzzfPvF9lMQXusVqXgY89FAh3EvcL2LeYQ7QWEsDRVvOaLC76k9LsITK

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

SET default_tablespace = '';

SET default_table_access_method = heap;

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
-- Name: shelf_item; Type: TABLE; Schema: public; Owner: -
--

CREATE TABLE public.shelf_item (
    id uuid NOT NULL,
    kind character varying NOT NULL,
    name character varying NOT NULL,
    item jsonb NOT NULL,
    stock integer NOT NULL,
    changed_at timestamp with time zone NOT NULL,
    put_away_at timestamp with time zone
);


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
-- Name: revision id; Type: DEFAULT; Schema: public; Owner: -
--

ALTER TABLE ONLY public.revision ALTER COLUMN id SET DEFAULT nextval('public.revision_id_seq'::regclass);


--
-- Data for Name: alembic_version; Type: TABLE DATA; Schema: public; Owner: -
--

COPY public.alembic_version (version_num) FROM stdin;
0004
\.


--
-- Data for Name: build; Type: TABLE DATA; Schema: public; Owner: -
--

COPY public.build (id, head, redo, made_at, changed_at, put_away_at, version, shown, shown_for) FROM stdin;
1a017019-b337-4f6c-bf09-dc27b2ba0ec8	1	[]	2026-11-27 06:28:54.222802+00	2026-11-27 06:28:54.222823+00	\N	1	null	
be265ed1-e6fb-482d-961e-8cef4a9fd730	1	[]	2026-11-27 06:28:54.275718+00	2026-11-27 06:28:54.275749+00	\N	1	null	
8f356974-5eba-4527-97c1-54cae6592dd9	1	[]	2026-11-27 06:28:54.299461+00	2026-11-27 06:28:54.299494+00	\N	1	null	
\.


--
-- Data for Name: change; Type: TABLE DATA; Schema: public; Owner: -
--

COPY public.change (build_id, id, client, version, places, made_at) FROM stdin;
\.


--
-- Data for Name: log_entry; Type: TABLE DATA; Schema: public; Owner: -
--

COPY public.log_entry (build_id, id, at, received_at, entry) FROM stdin;
1a017019-b337-4f6c-bf09-dc27b2ba0ec8	as-built.0000	2026-03-02 09:00:00+00	2026-11-27 06:28:54.247981+00	{"at": "2026-03-02T09:00:00Z", "by": "", "id": "as-built.0000", "step": "spine", "device": ""}
1a017019-b337-4f6c-bf09-dc27b2ba0ec8	as-built.0001	2026-03-02 09:00:00+00	2026-11-27 06:28:54.248192+00	{"at": "2026-03-02T09:00:00Z", "by": "", "id": "as-built.0001", "step": "scuff", "device": ""}
1a017019-b337-4f6c-bf09-dc27b2ba0ec8	as-built.0002	2026-03-02 09:00:00+00	2026-11-27 06:28:54.248288+00	{"at": "2026-03-02T09:00:00Z", "by": "", "id": "as-built.0002", "step": "arbor:seat", "device": ""}
1a017019-b337-4f6c-bf09-dc27b2ba0ec8	as-built.0003	2026-03-02 09:00:00+00	2026-11-27 06:28:54.248385+00	{"at": "2026-03-02T09:00:00Z", "by": "", "id": "as-built.0003", "step": "part:rear", "device": ""}
1a017019-b337-4f6c-bf09-dc27b2ba0ec8	as-built.0004	2026-03-02 09:00:00+00	2026-11-27 06:28:54.248472+00	{"at": "2026-03-02T09:00:00Z", "by": "", "id": "as-built.0004", "step": "part:seat", "device": ""}
1a017019-b337-4f6c-bf09-dc27b2ba0ec8	as-built.0005	2026-03-02 09:00:00+00	2026-11-27 06:28:54.248561+00	{"at": "2026-03-02T09:00:00Z", "by": "", "id": "as-built.0005", "step": "part:fore", "device": ""}
1a017019-b337-4f6c-bf09-dc27b2ba0ec8	as-built.0006	2026-03-02 09:00:00+00	2026-11-27 06:28:54.248656+00	{"at": "2026-03-02T09:00:00Z", "by": "", "id": "as-built.0006", "step": "part:check", "device": ""}
1a017019-b337-4f6c-bf09-dc27b2ba0ec8	as-built.0007	2026-03-02 09:00:00+00	2026-11-27 06:28:54.248749+00	{"at": "2026-03-02T09:00:00Z", "by": "", "id": "as-built.0007", "step": "part:cap", "device": ""}
1a017019-b337-4f6c-bf09-dc27b2ba0ec8	as-built.0008	2026-03-02 09:00:00+00	2026-11-27 06:28:54.248829+00	{"at": "2026-03-02T09:00:00Z", "by": "", "id": "as-built.0008", "stage": "blank", "device": ""}
1a017019-b337-4f6c-bf09-dc27b2ba0ec8	as-built.0009	2026-03-02 09:00:00+00	2026-11-27 06:28:54.248905+00	{"at": "2026-03-02T09:00:00Z", "by": "", "id": "as-built.0009", "stage": "spine", "device": ""}
1a017019-b337-4f6c-bf09-dc27b2ba0ec8	as-built.0010	2026-03-02 09:00:00+00	2026-11-27 06:28:54.24898+00	{"at": "2026-03-02T09:00:00Z", "by": "", "id": "as-built.0010", "stage": "handle", "device": ""}
be265ed1-e6fb-482d-961e-8cef4a9fd730	as-built.0000	2026-03-02 09:00:00+00	2026-11-27 06:28:54.279785+00	{"at": "2026-03-02T09:00:00Z", "by": "", "id": "as-built.0000", "device": "", "dry_fit": {"id": "t1", "note": "", "passes": 0, "part_id": "cap", "short_mm": 70.0, "bore_butt_mm": 12.5}}
be265ed1-e6fb-482d-961e-8cef4a9fd730	as-built.0001	2026-03-02 09:00:00+00	2026-11-27 06:28:54.279944+00	{"at": "2026-03-02T09:00:00Z", "by": "", "id": "as-built.0001", "stage": "blank", "device": ""}
8f356974-5eba-4527-97c1-54cae6592dd9	as-built.0000	2026-03-02 09:00:00+00	2026-11-27 06:28:54.301677+00	{"at": "2026-03-02T09:00:00Z", "by": "", "id": "as-built.0000", "coat": {"id": "c1", "dryer": "double dryer", "mixed_at": "2026-03-02T03:50:00Z", "temperature_c": 20.0}, "device": ""}
8f356974-5eba-4527-97c1-54cae6592dd9	as-built.0001	2026-03-02 09:00:00+00	2026-11-27 06:28:54.301892+00	{"at": "2026-03-02T09:00:00Z", "by": "", "id": "as-built.0001", "stage": "blank", "device": ""}
8f356974-5eba-4527-97c1-54cae6592dd9	as-built.0002	2026-03-02 09:00:00+00	2026-11-27 06:28:54.302048+00	{"at": "2026-03-02T09:00:00Z", "by": "", "id": "as-built.0002", "stage": "spine", "device": ""}
8f356974-5eba-4527-97c1-54cae6592dd9	as-built.0003	2026-03-02 09:00:00+00	2026-11-27 06:28:54.30222+00	{"at": "2026-03-02T09:00:00Z", "by": "", "id": "as-built.0003", "stage": "handle", "device": ""}
8f356974-5eba-4527-97c1-54cae6592dd9	as-built.0004	2026-03-02 09:00:00+00	2026-11-27 06:28:54.302369+00	{"at": "2026-03-02T09:00:00Z", "by": "", "id": "as-built.0004", "stage": "guides", "device": ""}
\.


--
-- Data for Name: revision; Type: TABLE DATA; Schema: public; Owner: -
--

COPY public.revision (id, build_id, number, parent, what, kept_aside, made_at, document, design, piece, entries) FROM stdin;
1	1a017019-b337-4f6c-bf09-dc27b2ba0ec8	1	\N	new build	f	2026-11-27 06:28:54.255881+00	null	{"name": "Skerry 10", "note": "", "rule": "in/16", "batch": "", "blank": {"name": "Skarv 100 M, two-piece", "joints": [{"id": "j1", "kind": "sleeve", "overlap_mm": 70.0, "station_mm": 1524.0}], "material": "carbon", "length_mm": 3048.0, "trim_tip_mm": 0.0, "trim_butt_mm": 0.0, "tip_tube_64ths": 5.5}, "brief": {"who": "Own rod, well practised", "why": "Reach and a soft tip in the cold", "cold": true, "what": "Char on heavy spoons, 20 to 40 g", "where": "Rocks above deep, open water", "rod_type": "spinning"}, "spine": {"reason": "Deeper line is clear; guides under on the inside so it lies quiet under a fish.", "school": "resting_line", "decide_by": null, "guides_on": null, "taped_side": "outside"}, "client": "", "finish": {"coats": 2, "blank_c": null, "product": {"at_c": 21.0, "kind": "regular", "name": "Lake slow-turn finish", "parts_a": 1.0, "parts_b": 1.0, "set_min": 480.0, "handle_min": 1440.0, "rotate_min": 360.0, "pot_life_min": 25.0, "full_cure_min": 10080.0, "recoat_opens_min": 1440.0, "recoat_closes_min": 2880.0}, "loss_factor": 1.5, "film_first_mm": 0.2, "temperature_c": 21.0, "syringe_step_ml": 0.1, "humidity_percent": 55.0, "ratio_error_percent": 3.0}, "guides": {"bend": {"load_g": 300.0, "friction": 0.0, "pull_deg": 90.0, "own_weight": false}, "reel": {"name": "4000-size spinning reel", "mass_g": 275.0, "guessed": false, "spool_mm": 48.0, "tilt_deg": 4.0, "height_mm": 78.0, "lip_ahead_mm": 62.0}, "train": [{"at": {"datum": "tip_top_ring", "distance_mm": 101.6}, "id": "g1", "feet": "single", "built": null, "mass_g": null, "thread": "spruce", "ring_mm": 6.0, "height_mm": 11.0, "foot_tip_mm": 0.0, "foot_butt_mm": 13.0}, {"at": {"datum": "tip_top_ring", "distance_mm": 209.55}, "id": "g2", "feet": "single", "built": null, "mass_g": null, "thread": "spruce", "ring_mm": 6.0, "height_mm": 11.0, "foot_tip_mm": 0.0, "foot_butt_mm": 13.0}, {"at": {"datum": "tip_top_ring", "distance_mm": 327.025}, "id": "g3", "feet": "single", "built": null, "mass_g": null, "thread": "spruce", "ring_mm": 6.0, "height_mm": 11.0, "foot_tip_mm": 0.0, "foot_butt_mm": 13.0}, {"at": null, "id": "g4", "feet": "single", "built": null, "mass_g": null, "thread": "spruce", "ring_mm": 6.0, "height_mm": 11.0, "foot_tip_mm": 0.0, "foot_butt_mm": 13.0}, {"at": null, "id": "g5", "feet": "single", "built": null, "mass_g": null, "thread": "spruce", "ring_mm": 6.0, "height_mm": 11.0, "foot_tip_mm": 0.0, "foot_butt_mm": 13.0}, {"at": null, "id": "g6", "feet": "single", "built": null, "mass_g": null, "thread": "spruce", "ring_mm": 6.0, "height_mm": 11.0, "foot_tip_mm": 0.0, "foot_butt_mm": 13.0}, {"at": null, "id": "g7", "feet": "double", "built": null, "mass_g": null, "thread": "spruce", "ring_mm": 8.0, "height_mm": 17.0, "foot_tip_mm": 14.0, "foot_butt_mm": 14.0}, {"at": {"datum": "spool_lip", "distance_mm": 1225.55}, "id": "g8", "feet": "double", "built": null, "mass_g": null, "thread": "spruce", "ring_mm": 12.0, "height_mm": 26.0, "foot_tip_mm": 17.0, "foot_butt_mm": 17.0}, {"at": {"datum": "spool_lip", "distance_mm": 889.0}, "id": "g9", "feet": "double", "built": null, "mass_g": null, "thread": "spruce", "ring_mm": 20.0, "height_mm": 38.0, "foot_tip_mm": 22.0, "foot_butt_mm": 22.0}, {"at": {"datum": "spool_lip", "distance_mm": 520.7}, "id": "g10", "feet": "double", "built": null, "mass_g": null, "thread": "spruce", "ring_mm": 30.0, "height_mm": 54.0, "foot_tip_mm": 27.0, "foot_butt_mm": 27.0}], "tip_top": {"ring_mm": 6.0, "height_mm": 9.0, "ring_ahead_mm": 9.0}, "mark_from": "tip_top_ring", "mark_under": "ring_centre", "first_gap_mm": 101.6}, "habits": {}, "handle": {"parts": [{"id": "cap", "kind": "butt_cap", "name": "rubber butt cap", "seat": null, "inside": [], "mass_g": null, "on_rod": false, "turned": false, "adhesive": "", "material": "rubber", "length_mm": 22.0, "od_tip_mm": 28.0, "od_butt_mm": 29.0, "overlap_mm": 0.0, "bore_tip_mm": null, "power_drill": false, "tenon_od_mm": null, "bore_butt_mm": 15.0, "closed_end_mm": 6.0, "gap_before_mm": 0.0}, {"id": "rear", "kind": "rear_grip", "name": "rear grip", "seat": null, "inside": [], "mass_g": null, "on_rod": false, "turned": false, "adhesive": "", "material": "cork", "length_mm": 266.7, "od_tip_mm": 25.0, "od_butt_mm": 28.0, "overlap_mm": 0.0, "bore_tip_mm": null, "power_drill": false, "tenon_od_mm": null, "bore_butt_mm": null, "closed_end_mm": 0.0, "gap_before_mm": 0.0}, {"id": "seat", "kind": "reel_seat", "name": "reel seat, size 17", "seat": {"locks": "up", "steps": [{"id": "l1", "to_mm": 50.0, "bore_mm": 14.8, "from_mm": 44.0}], "bore_mm": 17.0, "end_cap_mm": 0.0, "open_to_mm": null, "trigger_mm": null, "open_from_mm": null, "usable_to_mm": 112.0, "foot_centre_mm": 58.0, "usable_from_mm": 4.0}, "inside": [], "mass_g": null, "on_rod": false, "turned": false, "adhesive": "", "material": "graphite", "length_mm": 118.0, "od_tip_mm": 23.0, "od_butt_mm": 24.0, "overlap_mm": 0.0, "bore_tip_mm": null, "power_drill": false, "tenon_od_mm": null, "bore_butt_mm": null, "closed_end_mm": 0.0, "gap_before_mm": 0.0}, {"id": "fore", "kind": "foregrip", "name": "foregrip", "seat": null, "inside": [], "mass_g": null, "on_rod": false, "turned": false, "adhesive": "", "material": "cork", "length_mm": 64.0, "od_tip_mm": 20.0, "od_butt_mm": 25.0, "overlap_mm": 0.0, "bore_tip_mm": null, "power_drill": false, "tenon_od_mm": null, "bore_butt_mm": null, "closed_end_mm": 0.0, "gap_before_mm": 0.0}, {"id": "check", "kind": "winding_check", "name": "winding check", "seat": null, "inside": [], "mass_g": null, "on_rod": false, "turned": false, "adhesive": "", "material": "metal", "length_mm": 3.0, "od_tip_mm": 15.0, "od_butt_mm": 17.0, "overlap_mm": 0.0, "bore_tip_mm": null, "power_drill": false, "tenon_od_mm": null, "bore_butt_mm": 13.2, "closed_end_mm": 0.0, "gap_before_mm": 0.0}], "stock": {"sticks": [], "kerf_mm": 2.5, "side_mm": 38.0, "facing_mm": 1.0, "mandrel_mm": null, "sanding_mm": 0.4}, "arbors": {"school": "tape_3", "bands_at_mm": [], "glue_gap_mm": 0.05, "sleeve_od_mm": null, "band_width_mm": 13.0, "tape_measured": null, "front_recess_mm": 8.0, "tape_thickness_mm": 0.15}, "drills": [{"id": "d1", "name": "6 mm", "diameter_mm": 6.0}, {"id": "d2", "name": "7 mm", "diameter_mm": 7.0}, {"id": "d3", "name": "8 mm", "diameter_mm": 8.0}, {"id": "d4", "name": "9 mm", "diameter_mm": 9.0}, {"id": "d5", "name": "10 mm", "diameter_mm": 10.0}, {"id": "d6", "name": "11 mm", "diameter_mm": 11.0}, {"id": "d7", "name": "12 mm", "diameter_mm": 12.0}, {"id": "d8", "name": "13 mm", "diameter_mm": 13.0}, {"id": "d9", "name": "14 mm", "diameter_mm": 14.0}, {"id": "d10", "name": "16 mm", "diameter_mm": 16.0}], "control": {"name": "the old 9-foot rod", "parts": [{"name": "rear grip", "end_mm": 272.0, "start_mm": 16.0}, {"name": "reel seat", "end_mm": 388.0, "start_mm": 272.0}, {"name": "foregrip", "end_mm": 450.0, "start_mm": 388.0}], "reach_mm": 330.0}, "reamers": [{"id": "r1", "name": "slim reamer", "large_mm": 9.5, "small_mm": 4.0, "length_mm": 420.0}, {"id": "r2", "name": "long reamer", "large_mm": 14.0, "small_mm": 8.0, "length_mm": 640.0}, {"id": "r3", "name": "stout reamer", "large_mm": 20.0, "small_mm": 12.0, "length_mm": 520.0}], "assembly": "tip_down", "no_check": false, "adhesives": [{"id": "a1", "at_c": 21.0, "kind": "paste", "name": "Boathouse slow paste", "parts_a": 1.0, "parts_b": 1.0, "set_min": 360.0, "handle_min": 1440.0, "density_g_ml": 1.15, "pot_life_min": 60.0, "full_cure_min": 10080.0}, {"id": "a2", "at_c": 21.0, "kind": "liquid_30", "name": "Lake clear 30", "parts_a": 1.0, "parts_b": 1.0, "set_min": 120.0, "handle_min": 720.0, "density_g_ml": 1.15, "pot_life_min": 30.0, "full_cure_min": 4320.0}, {"id": "a3", "at_c": 21.0, "kind": "high_temperature", "name": "Forge high-heat", "parts_a": 2.0, "parts_b": 1.0, "set_min": 480.0, "handle_min": 1440.0, "density_g_ml": 1.4, "pot_life_min": 45.0, "full_cure_min": 10080.0}], "guides_on": false, "candidates": [], "tip_closed": false, "clearance_mm": 0.15, "school_reason": "", "glue_temperature_c": 21.0}, "number": "TP-041"}	{"id": "1a017019-b337-4f6c-bf09-dc27b2ba0ec8", "blank": {"mass_g": null, "static": [{"id": "b1", "at_mm": null, "drop_mm": 314.325, "clamp_mm": 300.0, "weight_g": 100.0, "angle_deg": null}], "readings": [{"id": "r1", "od_mm": 14.62, "station_mm": 0.0, "uncertainty_mm": 0.05}, {"id": "r2", "od_mm": 14.2, "station_mm": 150.0, "uncertainty_mm": 0.05}, {"id": "r3", "od_mm": 13.71, "station_mm": 300.0, "uncertainty_mm": 0.05}, {"id": "r4", "od_mm": 13.18, "station_mm": 450.0, "uncertainty_mm": 0.05}, {"id": "r5", "od_mm": 12.66, "station_mm": 600.0, "uncertainty_mm": 0.05}, {"id": "r6", "od_mm": 11.35, "station_mm": 900.0, "uncertainty_mm": 0.05}, {"id": "r7", "od_mm": 9.92, "station_mm": 1200.0, "uncertainty_mm": 0.05}, {"id": "r8", "od_mm": 8.83, "station_mm": 1460.0, "uncertainty_mm": 0.05}, {"id": "r9", "od_mm": 9.21, "station_mm": 1540.0, "uncertainty_mm": 0.05}, {"id": "r10", "od_mm": 7.46, "station_mm": 1800.0, "uncertainty_mm": 0.05}, {"id": "r11", "od_mm": 5.83, "station_mm": 2100.0, "uncertainty_mm": 0.05}, {"id": "r12", "od_mm": 4.31, "station_mm": 2400.0, "uncertainty_mm": 0.05}, {"id": "r13", "od_mm": 3.02, "station_mm": 2700.0, "uncertainty_mm": 0.05}, {"id": "r14", "od_mm": 2.05, "station_mm": 3038.0, "uncertainty_mm": 0.05}], "label_line": "0.20 to 0.30 mm", "label_lure": "15 to 40 g", "label_power": "medium", "measured_mm": null, "label_action": "moderate fast"}, "parts": [{"id": "rear", "inside": [], "mass_g": null, "bore_tip_mm": 14.1, "bore_butt_mm": 14.85}, {"id": "fore", "inside": [], "mass_g": null, "bore_tip_mm": 13.3, "bore_butt_mm": 13.55}], "spine": {"flat": [], "line": "deeper", "drops": [{"id": "d1", "drop_mm": 59.4, "angle_deg": 0.0}, {"id": "d2", "drop_mm": 62.3, "angle_deg": 30.0}, {"id": "d3", "drop_mm": 62.6, "angle_deg": 60.0}, {"id": "d4", "drop_mm": 59.3, "angle_deg": 90.0}, {"id": "d5", "drop_mm": 55.8, "angle_deg": 120.0}, {"id": "d6", "drop_mm": 55.2, "angle_deg": 150.0}, {"id": "d7", "drop_mm": 56.8, "angle_deg": 180.0}, {"id": "d8", "drop_mm": 59.1, "angle_deg": 210.0}, {"id": "d9", "drop_mm": 58.8, "angle_deg": 240.0}, {"id": "d10", "drop_mm": 56.3, "angle_deg": 270.0}, {"id": "d11", "drop_mm": 54.8, "angle_deg": 300.0}, {"id": "d12", "drop_mm": 55.5, "angle_deg": 330.0}, {"id": "d13", "drop_mm": 59.3, "angle_deg": 0.0}, {"id": "d14", "drop_mm": 62.6, "angle_deg": 30.0}, {"id": "d15", "drop_mm": 62.4, "angle_deg": 60.0}], "trials": [{"at": null, "by": "", "id": "t1", "snap": 3, "zone": "whole", "section": 0, "angle_deg": 41.0}, {"at": null, "by": "", "id": "t2", "snap": 3, "zone": "whole", "section": 0, "angle_deg": 44.0}, {"at": null, "by": "", "id": "t3", "snap": 3, "zone": "whole", "section": 0, "angle_deg": 38.0}, {"at": null, "by": "", "id": "t4", "snap": 3, "zone": "whole", "section": 0, "angle_deg": 43.0}, {"at": null, "by": "", "id": "t5", "snap": 3, "zone": "whole", "section": 0, "angle_deg": 47.0}, {"at": null, "by": "", "id": "t6", "snap": 3, "zone": "whole", "section": 0, "angle_deg": 40.0}, {"at": null, "by": "", "id": "t7", "snap": 3, "zone": "whole", "section": 0, "angle_deg": 42.0}, {"at": null, "by": "", "id": "t8", "snap": 1, "zone": "whole", "section": 0, "angle_deg": 221.0}, {"at": null, "by": "", "id": "t9", "snap": 1, "zone": "whole", "section": 0, "angle_deg": 226.0}], "clamp_mm": 300.0, "weight_g": 100.0, "label_deg": 150.0, "own_line_deg": null}}	["as-built.0000", "as-built.0001", "as-built.0002", "as-built.0003", "as-built.0004", "as-built.0005", "as-built.0006", "as-built.0007", "as-built.0008", "as-built.0009", "as-built.0010"]
2	be265ed1-e6fb-482d-961e-8cef4a9fd730	1	\N	new build	f	2026-11-27 06:28:54.282985+00	null	{"name": "Holm Casting", "note": "", "rule": "mm/1", "batch": "", "blank": {"name": "Tarn 610 MH", "joints": [], "material": "carbon", "length_mm": 2083.0, "trim_tip_mm": 0.0, "trim_butt_mm": 0.0, "tip_tube_64ths": null}, "brief": {"who": "Small hands, a sore wrist", "why": "Light in the hand, balanced at the reel", "cold": false, "what": "Pike-perch on soft baits, 10 to 30 g", "where": "Reed edges and old pilings", "rod_type": "casting"}, "spine": {"reason": "", "school": "resting_line", "decide_by": null, "guides_on": null, "taped_side": "outside"}, "client": "E. Holmvik", "finish": {"coats": 2, "blank_c": null, "product": {"at_c": 21.0, "kind": "regular", "name": "Lake slow-turn finish", "parts_a": 1.0, "parts_b": 1.0, "set_min": 480.0, "handle_min": 1440.0, "rotate_min": 360.0, "pot_life_min": 25.0, "full_cure_min": 10080.0, "recoat_opens_min": 1440.0, "recoat_closes_min": 2880.0}, "loss_factor": 1.5, "film_first_mm": 0.2, "temperature_c": 17.0, "syringe_step_ml": 0.1, "humidity_percent": 60.0, "ratio_error_percent": 3.0}, "guides": {"bend": {"load_g": 300.0, "friction": 0.0, "pull_deg": 90.0, "own_weight": false}, "reel": {"name": "low-profile reel", "mass_g": null, "guessed": true, "spool_mm": 48.0, "tilt_deg": 4.0, "height_mm": 55.0, "lip_ahead_mm": 18.0}, "train": [{"at": null, "id": "g1", "feet": "single", "built": null, "mass_g": null, "thread": "rowan", "ring_mm": 5.0, "height_mm": 9.0, "foot_tip_mm": 0.0, "foot_butt_mm": 11.0}, {"at": null, "id": "g2", "feet": "single", "built": null, "mass_g": null, "thread": "rowan", "ring_mm": 5.0, "height_mm": 9.0, "foot_tip_mm": 0.0, "foot_butt_mm": 11.0}, {"at": null, "id": "g3", "feet": "single", "built": null, "mass_g": null, "thread": "rowan", "ring_mm": 5.0, "height_mm": 9.0, "foot_tip_mm": 0.0, "foot_butt_mm": 11.0}, {"at": null, "id": "g4", "feet": "single", "built": null, "mass_g": null, "thread": "rowan", "ring_mm": 5.0, "height_mm": 9.0, "foot_tip_mm": 0.0, "foot_butt_mm": 11.0}, {"at": null, "id": "g5", "feet": "single", "built": null, "mass_g": null, "thread": "rowan", "ring_mm": 5.0, "height_mm": 9.0, "foot_tip_mm": 0.0, "foot_butt_mm": 11.0}, {"at": null, "id": "g6", "feet": "single", "built": null, "mass_g": null, "thread": "rowan", "ring_mm": 5.0, "height_mm": 9.0, "foot_tip_mm": 0.0, "foot_butt_mm": 11.0}, {"at": null, "id": "g7", "feet": "double", "built": null, "mass_g": null, "thread": "rowan", "ring_mm": 6.0, "height_mm": 10.0, "foot_tip_mm": 12.0, "foot_butt_mm": 12.0}, {"at": null, "id": "g8", "feet": "double", "built": null, "mass_g": null, "thread": "rowan", "ring_mm": 10.0, "height_mm": 14.0, "foot_tip_mm": 15.0, "foot_butt_mm": 15.0}], "tip_top": {"ring_mm": 5.0, "height_mm": 8.0, "ring_ahead_mm": 8.0}, "mark_from": "tip_top_ring", "mark_under": "ring_centre", "first_gap_mm": 95.0}, "habits": {}, "handle": {"parts": [{"id": "cap", "kind": "butt_cap", "name": "cork butt cap", "seat": null, "inside": [], "mass_g": null, "on_rod": false, "turned": false, "adhesive": "", "material": "cork", "length_mm": 20.0, "od_tip_mm": 26.0, "od_butt_mm": 27.0, "overlap_mm": 0.0, "bore_tip_mm": null, "power_drill": false, "tenon_od_mm": null, "bore_butt_mm": 12.5, "closed_end_mm": 8.0, "gap_before_mm": 0.0}, {"id": "rear", "kind": "rear_grip", "name": "short rear grip", "seat": null, "inside": [], "mass_g": null, "on_rod": false, "turned": false, "adhesive": "", "material": "cork", "length_mm": 62.0, "od_tip_mm": 23.0, "od_butt_mm": 26.0, "overlap_mm": 0.0, "bore_tip_mm": null, "power_drill": false, "tenon_od_mm": null, "bore_butt_mm": null, "closed_end_mm": 0.0, "gap_before_mm": 0.0}, {"id": "seat", "kind": "reel_seat", "name": "trigger seat, size 16", "seat": {"locks": "up", "steps": [], "bore_mm": 16.0, "end_cap_mm": 0.0, "open_to_mm": null, "trigger_mm": 72.0, "open_from_mm": null, "usable_to_mm": 118.0, "foot_centre_mm": 66.0, "usable_from_mm": 6.0}, "inside": [], "mass_g": null, "on_rod": false, "turned": false, "adhesive": "", "material": "graphite", "length_mm": 126.0, "od_tip_mm": 22.0, "od_butt_mm": 23.0, "overlap_mm": 0.0, "bore_tip_mm": null, "power_drill": false, "tenon_od_mm": null, "bore_butt_mm": null, "closed_end_mm": 0.0, "gap_before_mm": 96.0}, {"id": "fore", "kind": "foregrip", "name": "thin foregrip", "seat": null, "inside": [], "mass_g": null, "on_rod": false, "turned": false, "adhesive": "", "material": "cork", "length_mm": 30.0, "od_tip_mm": 15.0, "od_butt_mm": 20.0, "overlap_mm": 0.0, "bore_tip_mm": null, "power_drill": false, "tenon_od_mm": null, "bore_butt_mm": null, "closed_end_mm": 0.0, "gap_before_mm": 0.0}, {"id": "check", "kind": "winding_check", "name": "winding check", "seat": null, "inside": [], "mass_g": null, "on_rod": false, "turned": false, "adhesive": "", "material": "metal", "length_mm": 2.5, "od_tip_mm": 13.0, "od_butt_mm": 14.5, "overlap_mm": 0.0, "bore_tip_mm": null, "power_drill": false, "tenon_od_mm": null, "bore_butt_mm": 11.8, "closed_end_mm": 0.0, "gap_before_mm": 0.0}], "stock": {"sticks": [], "kerf_mm": 2.5, "side_mm": 38.0, "facing_mm": 1.0, "mandrel_mm": null, "sanding_mm": 0.4}, "arbors": {"school": "tape_3", "bands_at_mm": [], "glue_gap_mm": 0.05, "sleeve_od_mm": null, "band_width_mm": 13.0, "tape_measured": null, "front_recess_mm": 8.0, "tape_thickness_mm": 0.15}, "drills": [{"id": "d1", "name": "6 mm", "diameter_mm": 6.0}, {"id": "d2", "name": "7 mm", "diameter_mm": 7.0}, {"id": "d3", "name": "8 mm", "diameter_mm": 8.0}, {"id": "d4", "name": "9 mm", "diameter_mm": 9.0}, {"id": "d5", "name": "10 mm", "diameter_mm": 10.0}, {"id": "d6", "name": "11 mm", "diameter_mm": 11.0}, {"id": "d7", "name": "12 mm", "diameter_mm": 12.0}, {"id": "d8", "name": "13 mm", "diameter_mm": 13.0}, {"id": "d9", "name": "14 mm", "diameter_mm": 14.0}, {"id": "d10", "name": "16 mm", "diameter_mm": 16.0}], "control": null, "reamers": [{"id": "r1", "name": "slim reamer", "large_mm": 9.5, "small_mm": 4.0, "length_mm": 420.0}, {"id": "r2", "name": "long reamer", "large_mm": 14.0, "small_mm": 8.0, "length_mm": 640.0}, {"id": "r3", "name": "stout reamer", "large_mm": 20.0, "small_mm": 12.0, "length_mm": 520.0}], "assembly": "tip_down", "no_check": false, "adhesives": [{"id": "a1", "at_c": 21.0, "kind": "paste", "name": "Boathouse slow paste", "parts_a": 1.0, "parts_b": 1.0, "set_min": 360.0, "handle_min": 1440.0, "density_g_ml": 1.15, "pot_life_min": 60.0, "full_cure_min": 10080.0}, {"id": "a2", "at_c": 21.0, "kind": "liquid_30", "name": "Lake clear 30", "parts_a": 1.0, "parts_b": 1.0, "set_min": 120.0, "handle_min": 720.0, "density_g_ml": 1.15, "pot_life_min": 30.0, "full_cure_min": 4320.0}, {"id": "a3", "at_c": 21.0, "kind": "high_temperature", "name": "Forge high-heat", "parts_a": 2.0, "parts_b": 1.0, "set_min": 480.0, "handle_min": 1440.0, "density_g_ml": 1.4, "pot_life_min": 45.0, "full_cure_min": 10080.0}], "guides_on": false, "candidates": [{"id": "c1", "kind": "reel_seat", "name": "Tern seat, size 15", "seat": {"locks": "up", "steps": [], "bore_mm": 15.0, "end_cap_mm": 0.0, "open_to_mm": null, "trigger_mm": null, "open_from_mm": null, "usable_to_mm": 104.0, "foot_centre_mm": 55.0, "usable_from_mm": 4.0}, "inside": [], "mass_g": null, "on_rod": false, "turned": false, "adhesive": "", "material": "graphite", "length_mm": 110.0, "od_tip_mm": 21.0, "od_butt_mm": 22.0, "overlap_mm": 0.0, "bore_tip_mm": null, "power_drill": false, "tenon_od_mm": null, "bore_butt_mm": null, "closed_end_mm": 0.0, "gap_before_mm": 0.0}, {"id": "c2", "kind": "reel_seat", "name": "Tern seat, size 16", "seat": {"locks": "up", "steps": [], "bore_mm": 16.0, "end_cap_mm": 0.0, "open_to_mm": null, "trigger_mm": 62.0, "open_from_mm": null, "usable_to_mm": 106.0, "foot_centre_mm": 56.0, "usable_from_mm": 4.0}, "inside": [], "mass_g": null, "on_rod": false, "turned": false, "adhesive": "", "material": "graphite", "length_mm": 112.0, "od_tip_mm": 22.0, "od_butt_mm": 23.0, "overlap_mm": 0.0, "bore_tip_mm": null, "power_drill": false, "tenon_od_mm": null, "bore_butt_mm": null, "closed_end_mm": 0.0, "gap_before_mm": 0.0}, {"id": "c3", "kind": "reel_seat", "name": "Tern seat, size 17", "seat": {"locks": "up", "steps": [{"id": "l1", "to_mm": 50.0, "bore_mm": 14.8, "from_mm": 44.0}], "bore_mm": 17.0, "end_cap_mm": 0.0, "open_to_mm": null, "trigger_mm": null, "open_from_mm": null, "usable_to_mm": 112.0, "foot_centre_mm": 59.0, "usable_from_mm": 4.0}, "inside": [], "mass_g": null, "on_rod": false, "turned": false, "adhesive": "", "material": "graphite", "length_mm": 118.0, "od_tip_mm": 23.0, "od_butt_mm": 24.0, "overlap_mm": 0.0, "bore_tip_mm": null, "power_drill": false, "tenon_od_mm": null, "bore_butt_mm": null, "closed_end_mm": 0.0, "gap_before_mm": 0.0}, {"id": "c4", "kind": "winding_check", "name": "brass check 10.6", "seat": null, "inside": [], "mass_g": null, "on_rod": false, "turned": false, "adhesive": "", "material": "metal", "length_mm": 3.0, "od_tip_mm": 12.6, "od_butt_mm": 14.6, "overlap_mm": 0.0, "bore_tip_mm": null, "power_drill": false, "tenon_od_mm": null, "bore_butt_mm": 10.6, "closed_end_mm": 0.0, "gap_before_mm": 0.0}, {"id": "c5", "kind": "winding_check", "name": "brass check 11.1", "seat": null, "inside": [], "mass_g": null, "on_rod": false, "turned": false, "adhesive": "", "material": "metal", "length_mm": 3.0, "od_tip_mm": 13.1, "od_butt_mm": 15.1, "overlap_mm": 0.0, "bore_tip_mm": null, "power_drill": false, "tenon_od_mm": null, "bore_butt_mm": 11.1, "closed_end_mm": 0.0, "gap_before_mm": 0.0}, {"id": "c6", "kind": "winding_check", "name": "brass check 11.8", "seat": null, "inside": [], "mass_g": null, "on_rod": false, "turned": false, "adhesive": "", "material": "metal", "length_mm": 3.0, "od_tip_mm": 13.8, "od_butt_mm": 15.8, "overlap_mm": 0.0, "bore_tip_mm": null, "power_drill": false, "tenon_od_mm": null, "bore_butt_mm": 11.8, "closed_end_mm": 0.0, "gap_before_mm": 0.0}, {"id": "c7", "kind": "winding_check", "name": "brass check 12.4", "seat": null, "inside": [], "mass_g": null, "on_rod": false, "turned": false, "adhesive": "", "material": "metal", "length_mm": 3.0, "od_tip_mm": 14.4, "od_butt_mm": 16.4, "overlap_mm": 0.0, "bore_tip_mm": null, "power_drill": false, "tenon_od_mm": null, "bore_butt_mm": 12.4, "closed_end_mm": 0.0, "gap_before_mm": 0.0}], "tip_closed": false, "clearance_mm": 0.15, "school_reason": "", "glue_temperature_c": 21.0}, "number": "TP-044"}	{"id": "be265ed1-e6fb-482d-961e-8cef4a9fd730", "blank": {"mass_g": null, "static": [{"id": "b1", "at_mm": null, "drop_mm": 181.0, "clamp_mm": 300.0, "weight_g": 100.0, "angle_deg": null}, {"id": "b2", "at_mm": null, "drop_mm": 395.0, "clamp_mm": 300.0, "weight_g": 250.0, "angle_deg": null}, {"id": "b3", "at_mm": 1354.0, "drop_mm": 62.0, "clamp_mm": 300.0, "weight_g": 400.0, "angle_deg": null}], "readings": [{"id": "r1", "od_mm": 12.94, "station_mm": 0.0, "uncertainty_mm": 0.05}, {"id": "r2", "od_mm": 12.61, "station_mm": 100.0, "uncertainty_mm": 0.05}, {"id": "r3", "od_mm": 12.22, "station_mm": 200.0, "uncertainty_mm": 0.05}, {"id": "r4", "od_mm": 11.8, "station_mm": 300.0, "uncertainty_mm": 0.05}, {"id": "r5", "od_mm": 11.35, "station_mm": 400.0, "uncertainty_mm": 0.05}, {"id": "r6", "od_mm": 9.82, "station_mm": 700.0, "uncertainty_mm": 0.05}, {"id": "r7", "od_mm": 8.11, "station_mm": 1000.0, "uncertainty_mm": 0.05}, {"id": "r8", "od_mm": 6.44, "station_mm": 1300.0, "uncertainty_mm": 0.05}, {"id": "r9", "od_mm": 4.72, "station_mm": 1600.0, "uncertainty_mm": 0.05}, {"id": "r10", "od_mm": 2.93, "station_mm": 1900.0, "uncertainty_mm": 0.05}, {"id": "r11", "od_mm": 2.02, "station_mm": 2080.0, "uncertainty_mm": 0.05}], "label_line": "", "label_lure": "10 to 30 g", "label_power": "medium heavy", "measured_mm": null, "label_action": "fast"}, "parts": [{"id": "rear", "inside": [], "mass_g": null, "bore_tip_mm": 9.5, "bore_butt_mm": 9.5}, {"id": "fore", "inside": [], "mass_g": null, "bore_tip_mm": 9.5, "bore_butt_mm": 9.5}], "spine": {"flat": [], "line": "deeper", "drops": [{"id": "d1", "drop_mm": 39.5, "angle_deg": 0.0}, {"id": "d2", "drop_mm": 40.4, "angle_deg": 30.0}, {"id": "d3", "drop_mm": 42.0, "angle_deg": 60.0}, {"id": "d4", "drop_mm": 42.9, "angle_deg": 90.0}, {"id": "d5", "drop_mm": 43.4, "angle_deg": 120.0}, {"id": "d6", "drop_mm": 43.6, "angle_deg": 150.0}, {"id": "d7", "drop_mm": 42.6, "angle_deg": 180.0}, {"id": "d8", "drop_mm": 41.6, "angle_deg": 210.0}, {"id": "d9", "drop_mm": 40.1, "angle_deg": 240.0}, {"id": "d10", "drop_mm": 38.8, "angle_deg": 270.0}, {"id": "d11", "drop_mm": 38.5, "angle_deg": 300.0}, {"id": "d12", "drop_mm": 38.3, "angle_deg": 330.0}, {"id": "d13", "drop_mm": 39.4, "angle_deg": 0.0}, {"id": "d14", "drop_mm": 40.7, "angle_deg": 30.0}, {"id": "d15", "drop_mm": 41.8, "angle_deg": 60.0}], "trials": [{"at": null, "by": "", "id": "t1", "snap": 2, "zone": "whole", "section": 0, "angle_deg": 128.0}, {"at": null, "by": "", "id": "t2", "snap": 2, "zone": "whole", "section": 0, "angle_deg": 121.0}, {"at": null, "by": "", "id": "t3", "snap": 2, "zone": "whole", "section": 0, "angle_deg": 133.0}, {"at": null, "by": "", "id": "t4", "snap": 2, "zone": "whole", "section": 0, "angle_deg": 126.0}], "clamp_mm": 300.0, "weight_g": 100.0, "label_deg": 0.0, "own_line_deg": null}}	["as-built.0000", "as-built.0001"]
3	8f356974-5eba-4527-97c1-54cae6592dd9	1	\N	new build	f	2026-11-27 06:28:54.307469+00	null	{"name": "Beacon, rod 1 of 2", "note": "", "rule": "in/16", "batch": "Beacon pair", "blank": {"name": "Fyrlykt 79 ML, four-piece", "joints": [{"id": "j1", "kind": "sleeve", "overlap_mm": 45.0, "station_mm": 590.55}, {"id": "j2", "kind": "sleeve", "overlap_mm": 45.0, "station_mm": 1181.1}, {"id": "j3", "kind": "sleeve", "overlap_mm": 45.0, "station_mm": 1771.65}], "material": "carbon", "length_mm": 2362.2, "trim_tip_mm": 0.0, "trim_butt_mm": 0.0, "tip_tube_64ths": 5.0}, "brief": {"who": "Travels light, fishes from quays", "why": "Two alike, so a broken one ends no trip", "cold": false, "what": "Perch and trout, 5 to 20 g", "where": "Wherever the ferry lies over", "rod_type": "spinning"}, "spine": {"reason": "", "school": "resting_line", "decide_by": null, "guides_on": null, "taped_side": "outside"}, "client": "The ferry pilot", "finish": {"coats": 2, "blank_c": null, "product": {"at_c": 21.0, "kind": "regular", "name": "Lake slow-turn finish", "parts_a": 1.0, "parts_b": 1.0, "set_min": 480.0, "handle_min": 1440.0, "rotate_min": 360.0, "pot_life_min": 25.0, "full_cure_min": 10080.0, "recoat_opens_min": 1440.0, "recoat_closes_min": 2880.0}, "loss_factor": 1.5, "film_first_mm": 0.2, "temperature_c": 21.0, "syringe_step_ml": 0.1, "humidity_percent": 52.0, "ratio_error_percent": 3.0}, "guides": {"bend": {"load_g": 300.0, "friction": 0.0, "pull_deg": 90.0, "own_weight": false}, "reel": {"name": "2500-size spinning reel", "mass_g": null, "guessed": false, "spool_mm": 48.0, "tilt_deg": 4.0, "height_mm": 66.0, "lip_ahead_mm": 55.0}, "train": [{"at": {"datum": "tip_top_ring", "distance_mm": 98.425}, "id": "g1", "feet": "single", "built": null, "mass_g": null, "thread": "beacon red", "ring_mm": 5.0, "height_mm": 9.0, "foot_tip_mm": 0.0, "foot_butt_mm": 11.0}, {"at": {"datum": "tip_top_ring", "distance_mm": 209.55}, "id": "g2", "feet": "single", "built": null, "mass_g": null, "thread": "beacon red", "ring_mm": 5.0, "height_mm": 9.0, "foot_tip_mm": 0.0, "foot_butt_mm": 11.0}, {"at": {"datum": "tip_top_ring", "distance_mm": 336.55}, "id": "g3", "feet": "single", "built": null, "mass_g": null, "thread": "beacon red", "ring_mm": 5.0, "height_mm": 9.0, "foot_tip_mm": 0.0, "foot_butt_mm": 11.0}, {"at": {"datum": "tip_top_ring", "distance_mm": 479.425}, "id": "g4", "feet": "single", "built": null, "mass_g": null, "thread": "beacon red", "ring_mm": 5.5, "height_mm": 10.0, "foot_tip_mm": 0.0, "foot_butt_mm": 12.0}, {"at": {"datum": "tip_top_ring", "distance_mm": 647.7}, "id": "g5", "feet": "single", "built": null, "mass_g": null, "thread": "beacon red", "ring_mm": 5.5, "height_mm": 11.0, "foot_tip_mm": 0.0, "foot_butt_mm": 12.0}, {"at": {"datum": "tip_top_ring", "distance_mm": 841.375}, "id": "g6", "feet": "double", "built": null, "mass_g": null, "thread": "beacon red", "ring_mm": 8.0, "height_mm": 17.0, "foot_tip_mm": 14.0, "foot_butt_mm": 14.0}, {"at": {"datum": "tip_top_ring", "distance_mm": 1076.325}, "id": "g7", "feet": "double", "built": null, "mass_g": null, "thread": "beacon red", "ring_mm": 12.0, "height_mm": 26.0, "foot_tip_mm": 17.0, "foot_butt_mm": 17.0}, {"at": {"datum": "tip_top_ring", "distance_mm": 1384.3}, "id": "g8", "feet": "double", "built": null, "mass_g": null, "thread": "beacon red", "ring_mm": 20.0, "height_mm": 38.0, "foot_tip_mm": 22.0, "foot_butt_mm": 22.0}], "tip_top": {"ring_mm": 5.0, "height_mm": 8.0, "ring_ahead_mm": 8.0}, "mark_from": "tip_top_ring", "mark_under": "ring_centre", "first_gap_mm": 101.6}, "habits": {}, "handle": {"parts": [{"id": "cap", "kind": "butt_cap", "name": "cork butt cap", "seat": null, "inside": [], "mass_g": null, "on_rod": false, "turned": false, "adhesive": "", "material": "cork", "length_mm": 18.0, "od_tip_mm": 26.0, "od_butt_mm": 26.0, "overlap_mm": 0.0, "bore_tip_mm": null, "power_drill": false, "tenon_od_mm": null, "bore_butt_mm": 11.6, "closed_end_mm": 7.0, "gap_before_mm": 0.0}, {"id": "rear", "kind": "rear_grip", "name": "rear grip", "seat": null, "inside": [], "mass_g": null, "on_rod": false, "turned": false, "adhesive": "", "material": "cork", "length_mm": 185.0, "od_tip_mm": 22.0, "od_butt_mm": 26.0, "overlap_mm": 0.0, "bore_tip_mm": null, "power_drill": false, "tenon_od_mm": null, "bore_butt_mm": null, "closed_end_mm": 0.0, "gap_before_mm": 0.0}, {"id": "seat", "kind": "reel_seat", "name": "reel seat, size 16", "seat": {"locks": "up", "steps": [], "bore_mm": 15.5, "end_cap_mm": 0.0, "open_to_mm": null, "trigger_mm": null, "open_from_mm": null, "usable_to_mm": 106.0, "foot_centre_mm": 54.0, "usable_from_mm": 4.0}, "inside": [], "mass_g": null, "on_rod": false, "turned": false, "adhesive": "", "material": "graphite", "length_mm": 112.0, "od_tip_mm": 21.0, "od_butt_mm": 22.0, "overlap_mm": 0.0, "bore_tip_mm": null, "power_drill": false, "tenon_od_mm": null, "bore_butt_mm": null, "closed_end_mm": 0.0, "gap_before_mm": 0.0}, {"id": "fore", "kind": "foregrip", "name": "foregrip", "seat": null, "inside": [], "mass_g": null, "on_rod": false, "turned": false, "adhesive": "", "material": "cork", "length_mm": 42.0, "od_tip_mm": 15.0, "od_butt_mm": 21.0, "overlap_mm": 0.0, "bore_tip_mm": null, "power_drill": false, "tenon_od_mm": null, "bore_butt_mm": null, "closed_end_mm": 0.0, "gap_before_mm": 0.0}, {"id": "check", "kind": "winding_check", "name": "winding check", "seat": null, "inside": [], "mass_g": null, "on_rod": false, "turned": false, "adhesive": "", "material": "metal", "length_mm": 2.5, "od_tip_mm": 12.5, "od_butt_mm": 14.0, "overlap_mm": 0.0, "bore_tip_mm": null, "power_drill": false, "tenon_od_mm": null, "bore_butt_mm": 10.6, "closed_end_mm": 0.0, "gap_before_mm": 0.0}], "stock": {"sticks": [], "kerf_mm": 2.5, "side_mm": 38.0, "facing_mm": 1.0, "mandrel_mm": null, "sanding_mm": 0.4}, "arbors": {"school": "tape_3", "bands_at_mm": [], "glue_gap_mm": 0.05, "sleeve_od_mm": null, "band_width_mm": 13.0, "tape_measured": null, "front_recess_mm": 8.0, "tape_thickness_mm": 0.15}, "drills": [{"id": "d1", "name": "6 mm", "diameter_mm": 6.0}, {"id": "d2", "name": "7 mm", "diameter_mm": 7.0}, {"id": "d3", "name": "8 mm", "diameter_mm": 8.0}, {"id": "d4", "name": "9 mm", "diameter_mm": 9.0}, {"id": "d5", "name": "10 mm", "diameter_mm": 10.0}, {"id": "d6", "name": "11 mm", "diameter_mm": 11.0}, {"id": "d7", "name": "12 mm", "diameter_mm": 12.0}, {"id": "d8", "name": "13 mm", "diameter_mm": 13.0}, {"id": "d9", "name": "14 mm", "diameter_mm": 14.0}, {"id": "d10", "name": "16 mm", "diameter_mm": 16.0}], "control": null, "reamers": [{"id": "r1", "name": "slim reamer", "large_mm": 9.5, "small_mm": 4.0, "length_mm": 420.0}, {"id": "r2", "name": "long reamer", "large_mm": 14.0, "small_mm": 8.0, "length_mm": 640.0}, {"id": "r3", "name": "stout reamer", "large_mm": 20.0, "small_mm": 12.0, "length_mm": 520.0}], "assembly": "tip_down", "no_check": false, "adhesives": [{"id": "a1", "at_c": 21.0, "kind": "paste", "name": "Boathouse slow paste", "parts_a": 1.0, "parts_b": 1.0, "set_min": 360.0, "handle_min": 1440.0, "density_g_ml": 1.15, "pot_life_min": 60.0, "full_cure_min": 10080.0}, {"id": "a2", "at_c": 21.0, "kind": "liquid_30", "name": "Lake clear 30", "parts_a": 1.0, "parts_b": 1.0, "set_min": 120.0, "handle_min": 720.0, "density_g_ml": 1.15, "pot_life_min": 30.0, "full_cure_min": 4320.0}, {"id": "a3", "at_c": 21.0, "kind": "high_temperature", "name": "Forge high-heat", "parts_a": 2.0, "parts_b": 1.0, "set_min": 480.0, "handle_min": 1440.0, "density_g_ml": 1.4, "pot_life_min": 45.0, "full_cure_min": 10080.0}], "guides_on": false, "candidates": [], "tip_closed": false, "clearance_mm": 0.15, "school_reason": "", "glue_temperature_c": 21.0}, "number": "TP-038"}	{"id": "8f356974-5eba-4527-97c1-54cae6592dd9", "blank": {"mass_g": null, "static": [], "readings": [{"id": "r1", "od_mm": 11.42, "station_mm": 0.0, "uncertainty_mm": 0.05}, {"id": "r2", "od_mm": 10.94, "station_mm": 200.0, "uncertainty_mm": 0.05}, {"id": "r3", "od_mm": 10.15, "station_mm": 450.0, "uncertainty_mm": 0.05}, {"id": "r4", "od_mm": 9.8, "station_mm": 570.0, "uncertainty_mm": 0.05}, {"id": "r5", "od_mm": 10.21, "station_mm": 600.0, "uncertainty_mm": 0.05}, {"id": "r6", "od_mm": 8.73, "station_mm": 900.0, "uncertainty_mm": 0.05}, {"id": "r7", "od_mm": 7.62, "station_mm": 1160.0, "uncertainty_mm": 0.05}, {"id": "r8", "od_mm": 8.04, "station_mm": 1200.0, "uncertainty_mm": 0.05}, {"id": "r9", "od_mm": 6.35, "station_mm": 1500.0, "uncertainty_mm": 0.05}, {"id": "r10", "od_mm": 5.16, "station_mm": 1750.0, "uncertainty_mm": 0.05}, {"id": "r11", "od_mm": 5.55, "station_mm": 1790.0, "uncertainty_mm": 0.05}, {"id": "r12", "od_mm": 3.62, "station_mm": 2050.0, "uncertainty_mm": 0.05}, {"id": "r13", "od_mm": 1.88, "station_mm": 2355.0, "uncertainty_mm": 0.05}], "label_line": "", "label_lure": "5 to 20 g", "label_power": "medium light", "measured_mm": null, "label_action": "moderate"}, "parts": [{"id": "rear", "inside": [], "mass_g": null, "bore_tip_mm": 11.15, "bore_butt_mm": 11.55}, {"id": "fore", "inside": [], "mass_g": null, "bore_tip_mm": 10.6, "bore_butt_mm": 10.75}], "spine": {"flat": [], "line": "deeper", "drops": [], "trials": [{"at": null, "by": "", "id": "t1", "snap": 2, "zone": "whole", "section": 0, "angle_deg": 302.0}, {"at": null, "by": "", "id": "t2", "snap": 2, "zone": "whole", "section": 0, "angle_deg": 306.0}, {"at": null, "by": "", "id": "t3", "snap": 2, "zone": "whole", "section": 0, "angle_deg": 299.0}, {"at": null, "by": "", "id": "t4", "snap": 2, "zone": "whole", "section": 0, "angle_deg": 304.0}, {"at": null, "by": "", "id": "t5", "snap": 2, "zone": "whole", "section": 0, "angle_deg": 301.0}, {"at": null, "by": "", "id": "t6", "snap": 2, "zone": "whole", "section": 0, "angle_deg": 305.0}, {"at": null, "by": "", "id": "t7", "snap": 2, "zone": "whole", "section": 1, "angle_deg": 14.0}, {"at": null, "by": "", "id": "t8", "snap": 2, "zone": "whole", "section": 1, "angle_deg": 17.0}, {"at": null, "by": "", "id": "t9", "snap": 2, "zone": "whole", "section": 1, "angle_deg": 11.0}, {"at": null, "by": "", "id": "t10", "snap": 2, "zone": "whole", "section": 1, "angle_deg": 15.0}, {"at": null, "by": "", "id": "t11", "snap": 2, "zone": "whole", "section": 1, "angle_deg": 13.0}, {"at": null, "by": "", "id": "t12", "snap": 2, "zone": "whole", "section": 2, "angle_deg": 221.0}, {"at": null, "by": "", "id": "t13", "snap": 2, "zone": "whole", "section": 2, "angle_deg": 226.0}, {"at": null, "by": "", "id": "t14", "snap": 2, "zone": "whole", "section": 2, "angle_deg": 219.0}, {"at": null, "by": "", "id": "t15", "snap": 2, "zone": "whole", "section": 2, "angle_deg": 224.0}, {"at": null, "by": "", "id": "t16", "snap": 2, "zone": "whole", "section": 2, "angle_deg": 223.0}, {"at": null, "by": "", "id": "t17", "snap": 2, "zone": "whole", "section": 3, "angle_deg": 88.0}, {"at": null, "by": "", "id": "t18", "snap": 2, "zone": "whole", "section": 3, "angle_deg": 84.0}, {"at": null, "by": "", "id": "t19", "snap": 2, "zone": "whole", "section": 3, "angle_deg": 90.0}, {"at": null, "by": "", "id": "t20", "snap": 2, "zone": "whole", "section": 3, "angle_deg": 87.0}, {"at": null, "by": "", "id": "t21", "snap": 2, "zone": "whole", "section": 3, "angle_deg": 86.0}, {"at": null, "by": "", "id": "t22", "snap": 2, "zone": "whole", "section": 4, "angle_deg": 300.0}, {"at": null, "by": "", "id": "t23", "snap": 2, "zone": "whole", "section": 4, "angle_deg": 296.0}, {"at": null, "by": "", "id": "t24", "snap": 2, "zone": "whole", "section": 4, "angle_deg": 303.0}, {"at": null, "by": "", "id": "t25", "snap": 2, "zone": "whole", "section": 4, "angle_deg": 299.0}, {"at": null, "by": "", "id": "t26", "snap": 2, "zone": "whole", "section": 4, "angle_deg": 301.0}], "clamp_mm": 300.0, "weight_g": 100.0, "label_deg": null, "own_line_deg": null}}	["as-built.0000", "as-built.0001", "as-built.0002", "as-built.0003", "as-built.0004"]
\.


--
-- Data for Name: shelf_item; Type: TABLE DATA; Schema: public; Owner: -
--

COPY public.shelf_item (id, kind, name, item, stock, changed_at, put_away_at) FROM stdin;
1317e789-9fc2-49fb-aa5e-df07cc04677f	reamer	slim reamer	{"id": "", "name": "slim reamer", "large_mm": 9.5, "small_mm": 4.0, "length_mm": 420.0}	1	2026-11-27 06:28:54.339224+00	\N
6e092a5b-4ecb-44d9-a460-e8c0852242f0	reamer	long reamer	{"id": "", "name": "long reamer", "large_mm": 14.0, "small_mm": 8.0, "length_mm": 640.0}	1	2026-11-27 06:28:54.339573+00	\N
8035b857-6502-4b67-a3ce-659d3e8cbd17	reamer	stout reamer	{"id": "", "name": "stout reamer", "large_mm": 20.0, "small_mm": 12.0, "length_mm": 520.0}	1	2026-11-27 06:28:54.339767+00	\N
845c0060-80cf-4328-adf3-716353b38cfd	drill	6 mm	{"id": "", "name": "6 mm", "diameter_mm": 6.0}	1	2026-11-27 06:28:54.339955+00	\N
b9f6ff27-4d9d-4302-a762-f7b5807c35b7	drill	7 mm	{"id": "", "name": "7 mm", "diameter_mm": 7.0}	1	2026-11-27 06:28:54.340148+00	\N
fd8de13b-ac5a-449d-823d-47e6dfe3809c	drill	8 mm	{"id": "", "name": "8 mm", "diameter_mm": 8.0}	1	2026-11-27 06:28:54.340335+00	\N
\.


--
-- Data for Name: trainer_round; Type: TABLE DATA; Schema: public; Owner: -
--

COPY public.trainer_round (id, level, seed, points, error_deg, made_at, answered_at) FROM stdin;
\.


--
-- Name: revision_id_seq; Type: SEQUENCE SET; Schema: public; Owner: -
--

SELECT pg_catalog.setval('public.revision_id_seq', 3, true);


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
-- Name: log_entry log_entry_pkey; Type: CONSTRAINT; Schema: public; Owner: -
--

ALTER TABLE ONLY public.log_entry
    ADD CONSTRAINT log_entry_pkey PRIMARY KEY (build_id, id);


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
-- Name: shelf_item shelf_item_pkey; Type: CONSTRAINT; Schema: public; Owner: -
--

ALTER TABLE ONLY public.shelf_item
    ADD CONSTRAINT shelf_item_pkey PRIMARY KEY (id);


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
-- Name: ix_revision_build_id; Type: INDEX; Schema: public; Owner: -
--

CREATE INDEX ix_revision_build_id ON public.revision USING btree (build_id);


--
-- Name: ix_shelf_item_kind; Type: INDEX; Schema: public; Owner: -
--

CREATE INDEX ix_shelf_item_kind ON public.shelf_item USING btree (kind);


--
-- Name: change change_build_id_fkey; Type: FK CONSTRAINT; Schema: public; Owner: -
--

ALTER TABLE ONLY public.change
    ADD CONSTRAINT change_build_id_fkey FOREIGN KEY (build_id) REFERENCES public.build(id);


--
-- Name: log_entry log_entry_build_id_fkey; Type: FK CONSTRAINT; Schema: public; Owner: -
--

ALTER TABLE ONLY public.log_entry
    ADD CONSTRAINT log_entry_build_id_fkey FOREIGN KEY (build_id) REFERENCES public.build(id);


--
-- Name: revision revision_build_id_fkey; Type: FK CONSTRAINT; Schema: public; Owner: -
--

ALTER TABLE ONLY public.revision
    ADD CONSTRAINT revision_build_id_fkey FOREIGN KEY (build_id) REFERENCES public.build(id);


--
-- PostgreSQL database dump complete
--

\unrestrict dhPun69wzzfPvF9lMQXusVqXgY89FAh3EvcL2LeYQ7QWEsDRVvOaLC76k9LsITK

