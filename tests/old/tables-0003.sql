--
-- PostgreSQL database dump
--

\restrict 4CaBcwnyIkc21OgGdheZaTJEG9Tz37QRs3LU8EbESVDFPafJEgtDDLge1qhYd4I

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
    put_away_at timestamp with time zone
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
    document jsonb NOT NULL
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
0003
\.


--
-- Data for Name: build; Type: TABLE DATA; Schema: public; Owner: -
--

COPY public.build (id, head, redo, made_at, changed_at, put_away_at) FROM stdin;
5ee8c7c6-eb41-4853-b5ea-dbc1d85a3d93	1	[]	2026-11-27 06:27:49.779815+00	2026-11-27 06:27:49.779837+00	\N
482529a4-f25d-4383-b710-01704a52e90b	1	[]	2026-11-27 06:27:49.810816+00	2026-11-27 06:27:49.810835+00	\N
0febe3fe-e461-4b18-9300-fef61b2e0c59	1	[]	2026-11-27 06:27:49.823032+00	2026-11-27 06:27:49.823053+00	\N
\.


--
-- Data for Name: revision; Type: TABLE DATA; Schema: public; Owner: -
--

COPY public.revision (id, build_id, number, parent, what, kept_aside, made_at, document) FROM stdin;
1	5ee8c7c6-eb41-4853-b5ea-dbc1d85a3d93	1	\N	new build	f	2026-11-27 06:27:49.803288+00	{"done": ["blank", "spine", "handle"], "name": "Skerry 10", "note": "", "rule": "in/16", "batch": "", "blank": {"name": "Skarv 100 M, two-piece", "joints": [{"kind": "sleeve", "overlap_mm": 70.0, "station_mm": 1524.0}], "mass_g": null, "static": [{"at_mm": null, "drop_mm": 314.325, "clamp_mm": 300.0, "weight_g": 100.0, "angle_deg": null}], "material": "carbon", "readings": [{"od_mm": 14.62, "station_mm": 0.0, "uncertainty_mm": 0.05}, {"od_mm": 14.2, "station_mm": 150.0, "uncertainty_mm": 0.05}, {"od_mm": 13.71, "station_mm": 300.0, "uncertainty_mm": 0.05}, {"od_mm": 13.18, "station_mm": 450.0, "uncertainty_mm": 0.05}, {"od_mm": 12.66, "station_mm": 600.0, "uncertainty_mm": 0.05}, {"od_mm": 11.35, "station_mm": 900.0, "uncertainty_mm": 0.05}, {"od_mm": 9.92, "station_mm": 1200.0, "uncertainty_mm": 0.05}, {"od_mm": 8.83, "station_mm": 1460.0, "uncertainty_mm": 0.05}, {"od_mm": 9.21, "station_mm": 1540.0, "uncertainty_mm": 0.05}, {"od_mm": 7.46, "station_mm": 1800.0, "uncertainty_mm": 0.05}, {"od_mm": 5.83, "station_mm": 2100.0, "uncertainty_mm": 0.05}, {"od_mm": 4.31, "station_mm": 2400.0, "uncertainty_mm": 0.05}, {"od_mm": 3.02, "station_mm": 2700.0, "uncertainty_mm": 0.05}, {"od_mm": 2.05, "station_mm": 3038.0, "uncertainty_mm": 0.05}], "length_mm": 3048.0, "label_line": "0.20 to 0.30 mm", "label_lure": "15 to 40 g", "label_power": "medium", "trim_tip_mm": 0.0, "label_action": "moderate fast", "trim_butt_mm": 0.0, "tip_tube_64ths": 5.5}, "brief": {"who": "Own rod, well practised", "why": "Reach and a soft tip in the cold", "cold": true, "what": "Char on heavy spoons, 20 to 40 g", "where": "Rocks above deep, open water", "rod_type": "spinning"}, "spine": {"flat": [], "line": "deeper", "drops": [{"drop_mm": 59.4, "angle_deg": 0.0}, {"drop_mm": 62.3, "angle_deg": 30.0}, {"drop_mm": 62.6, "angle_deg": 60.0}, {"drop_mm": 59.3, "angle_deg": 90.0}, {"drop_mm": 55.8, "angle_deg": 120.0}, {"drop_mm": 55.2, "angle_deg": 150.0}, {"drop_mm": 56.8, "angle_deg": 180.0}, {"drop_mm": 59.1, "angle_deg": 210.0}, {"drop_mm": 58.8, "angle_deg": 240.0}, {"drop_mm": 56.3, "angle_deg": 270.0}, {"drop_mm": 54.8, "angle_deg": 300.0}, {"drop_mm": 55.5, "angle_deg": 330.0}, {"drop_mm": 59.3, "angle_deg": 0.0}, {"drop_mm": 62.6, "angle_deg": 30.0}, {"drop_mm": 62.4, "angle_deg": 60.0}], "reason": "Deeper line is clear; guides under on the inside so it lies quiet under a fish.", "school": "resting_line", "trials": [{"at": null, "by": "", "snap": 3, "zone": "whole", "section": 0, "angle_deg": 41.0}, {"at": null, "by": "", "snap": 3, "zone": "whole", "section": 0, "angle_deg": 44.0}, {"at": null, "by": "", "snap": 3, "zone": "whole", "section": 0, "angle_deg": 38.0}, {"at": null, "by": "", "snap": 3, "zone": "whole", "section": 0, "angle_deg": 43.0}, {"at": null, "by": "", "snap": 3, "zone": "whole", "section": 0, "angle_deg": 47.0}, {"at": null, "by": "", "snap": 3, "zone": "whole", "section": 0, "angle_deg": 40.0}, {"at": null, "by": "", "snap": 3, "zone": "whole", "section": 0, "angle_deg": 42.0}, {"at": null, "by": "", "snap": 1, "zone": "whole", "section": 0, "angle_deg": 221.0}, {"at": null, "by": "", "snap": 1, "zone": "whole", "section": 0, "angle_deg": 226.0}], "clamp_mm": 300.0, "weight_g": 100.0, "decide_by": null, "guides_on": null, "label_deg": 150.0, "taped_side": "outside", "own_line_deg": null}, "client": "", "finish": {"laid": [], "coats": 2, "blank_c": null, "product": {"at_c": 21.0, "kind": "regular", "name": "Lake slow-turn finish", "parts_a": 1.0, "parts_b": 1.0, "set_min": 480.0, "handle_min": 1440.0, "rotate_min": 360.0, "pot_life_min": 25.0, "full_cure_min": 10080.0, "recoat_opens_min": 1440.0, "recoat_closes_min": 2880.0}, "loss_factor": 1.5, "film_first_mm": 0.2, "temperature_c": 21.0, "syringe_step_ml": 0.1, "humidity_percent": 55.0, "ratio_error_percent": 3.0}, "format": "wise-spool-build", "guides": {"bend": {"load_g": 300.0, "friction": 0.0, "pull_deg": 90.0, "own_weight": false}, "reel": {"name": "4000-size spinning reel", "mass_g": 275.0, "guessed": false, "spool_mm": 48.0, "tilt_deg": 4.0, "height_mm": 78.0, "lip_ahead_mm": 62.0}, "train": [{"at": {"datum": "tip_top_ring", "distance_mm": 101.6}, "id": "g1", "feet": "single", "built": null, "mass_g": null, "thread": "spruce", "ring_mm": 6.0, "height_mm": 11.0, "foot_tip_mm": 0.0, "foot_butt_mm": 13.0}, {"at": {"datum": "tip_top_ring", "distance_mm": 209.55}, "id": "g2", "feet": "single", "built": null, "mass_g": null, "thread": "spruce", "ring_mm": 6.0, "height_mm": 11.0, "foot_tip_mm": 0.0, "foot_butt_mm": 13.0}, {"at": {"datum": "tip_top_ring", "distance_mm": 327.025}, "id": "g3", "feet": "single", "built": null, "mass_g": null, "thread": "spruce", "ring_mm": 6.0, "height_mm": 11.0, "foot_tip_mm": 0.0, "foot_butt_mm": 13.0}, {"at": null, "id": "g4", "feet": "single", "built": null, "mass_g": null, "thread": "spruce", "ring_mm": 6.0, "height_mm": 11.0, "foot_tip_mm": 0.0, "foot_butt_mm": 13.0}, {"at": null, "id": "g5", "feet": "single", "built": null, "mass_g": null, "thread": "spruce", "ring_mm": 6.0, "height_mm": 11.0, "foot_tip_mm": 0.0, "foot_butt_mm": 13.0}, {"at": null, "id": "g6", "feet": "single", "built": null, "mass_g": null, "thread": "spruce", "ring_mm": 6.0, "height_mm": 11.0, "foot_tip_mm": 0.0, "foot_butt_mm": 13.0}, {"at": null, "id": "g7", "feet": "double", "built": null, "mass_g": null, "thread": "spruce", "ring_mm": 8.0, "height_mm": 17.0, "foot_tip_mm": 14.0, "foot_butt_mm": 14.0}, {"at": {"datum": "spool_lip", "distance_mm": 1225.55}, "id": "g8", "feet": "double", "built": null, "mass_g": null, "thread": "spruce", "ring_mm": 12.0, "height_mm": 26.0, "foot_tip_mm": 17.0, "foot_butt_mm": 17.0}, {"at": {"datum": "spool_lip", "distance_mm": 889.0}, "id": "g9", "feet": "double", "built": null, "mass_g": null, "thread": "spruce", "ring_mm": 20.0, "height_mm": 38.0, "foot_tip_mm": 22.0, "foot_butt_mm": 22.0}, {"at": {"datum": "spool_lip", "distance_mm": 520.7}, "id": "g10", "feet": "double", "built": null, "mass_g": null, "thread": "spruce", "ring_mm": 30.0, "height_mm": 54.0, "foot_tip_mm": 27.0, "foot_butt_mm": 27.0}], "tip_top": {"ring_mm": 6.0, "height_mm": 9.0, "ring_ahead_mm": 9.0}, "mark_from": "tip_top_ring", "mark_under": "ring_centre", "static_test": null, "first_gap_mm": 101.6}, "handle": {"parts": [{"id": "cap", "kind": "butt_cap", "name": "rubber butt cap", "seat": null, "inside": [], "mass_g": null, "on_rod": false, "turned": false, "adhesive": "", "material": "rubber", "length_mm": 22.0, "od_tip_mm": 28.0, "od_butt_mm": 29.0, "overlap_mm": 0.0, "bore_tip_mm": null, "power_drill": false, "tenon_od_mm": null, "bore_butt_mm": 15.0, "closed_end_mm": 6.0, "gap_before_mm": 0.0}, {"id": "rear", "kind": "rear_grip", "name": "rear grip", "seat": null, "inside": [], "mass_g": null, "on_rod": false, "turned": false, "adhesive": "", "material": "cork", "length_mm": 266.7, "od_tip_mm": 25.0, "od_butt_mm": 28.0, "overlap_mm": 0.0, "bore_tip_mm": 14.1, "power_drill": false, "tenon_od_mm": null, "bore_butt_mm": 14.85, "closed_end_mm": 0.0, "gap_before_mm": 0.0}, {"id": "seat", "kind": "reel_seat", "name": "reel seat, size 17", "seat": {"locks": "up", "steps": [{"to_mm": 50.0, "bore_mm": 14.8, "from_mm": 44.0}], "bore_mm": 17.0, "end_cap_mm": 0.0, "open_to_mm": null, "trigger_mm": null, "open_from_mm": null, "usable_to_mm": 112.0, "foot_centre_mm": 58.0, "usable_from_mm": 4.0}, "inside": [], "mass_g": null, "on_rod": false, "turned": false, "adhesive": "", "material": "graphite", "length_mm": 118.0, "od_tip_mm": 23.0, "od_butt_mm": 24.0, "overlap_mm": 0.0, "bore_tip_mm": null, "power_drill": false, "tenon_od_mm": null, "bore_butt_mm": null, "closed_end_mm": 0.0, "gap_before_mm": 0.0}, {"id": "fore", "kind": "foregrip", "name": "foregrip", "seat": null, "inside": [], "mass_g": null, "on_rod": false, "turned": false, "adhesive": "", "material": "cork", "length_mm": 64.0, "od_tip_mm": 20.0, "od_butt_mm": 25.0, "overlap_mm": 0.0, "bore_tip_mm": 13.3, "power_drill": false, "tenon_od_mm": null, "bore_butt_mm": 13.55, "closed_end_mm": 0.0, "gap_before_mm": 0.0}, {"id": "check", "kind": "winding_check", "name": "winding check", "seat": null, "inside": [], "mass_g": null, "on_rod": false, "turned": false, "adhesive": "", "material": "metal", "length_mm": 3.0, "od_tip_mm": 15.0, "od_butt_mm": 17.0, "overlap_mm": 0.0, "bore_tip_mm": null, "power_drill": false, "tenon_od_mm": null, "bore_butt_mm": 13.2, "closed_end_mm": 0.0, "gap_before_mm": 0.0}], "stock": {"kerf_mm": 2.5, "side_mm": 38.0, "facing_mm": 1.0, "lengths_mm": [], "mandrel_mm": null, "sanding_mm": 0.4}, "arbors": {"school": "tape_3", "bands_at_mm": [], "glue_gap_mm": 0.05, "sleeve_od_mm": null, "band_width_mm": 13.0, "tape_measured": null, "front_recess_mm": 8.0, "tape_thickness_mm": 0.15}, "drills": [{"name": "6 mm", "diameter_mm": 6.0}, {"name": "7 mm", "diameter_mm": 7.0}, {"name": "8 mm", "diameter_mm": 8.0}, {"name": "9 mm", "diameter_mm": 9.0}, {"name": "10 mm", "diameter_mm": 10.0}, {"name": "11 mm", "diameter_mm": 11.0}, {"name": "12 mm", "diameter_mm": 12.0}, {"name": "13 mm", "diameter_mm": 13.0}, {"name": "14 mm", "diameter_mm": 14.0}, {"name": "16 mm", "diameter_mm": 16.0}], "control": {"name": "the old 9-foot rod", "parts": [{"name": "rear grip", "end_mm": 272.0, "start_mm": 16.0}, {"name": "reel seat", "end_mm": 388.0, "start_mm": 272.0}, {"name": "foregrip", "end_mm": 450.0, "start_mm": 388.0}], "reach_mm": 330.0}, "reamers": [{"name": "slim reamer", "large_mm": 9.5, "small_mm": 4.0, "length_mm": 420.0}, {"name": "long reamer", "large_mm": 14.0, "small_mm": 8.0, "length_mm": 640.0}, {"name": "stout reamer", "large_mm": 20.0, "small_mm": 12.0, "length_mm": 520.0}], "assembly": "tip_down", "dry_fits": [], "no_check": false, "adhesives": [{"at_c": 21.0, "kind": "paste", "name": "Boathouse slow paste", "parts_a": 1.0, "parts_b": 1.0, "set_min": 360.0, "handle_min": 1440.0, "density_g_ml": 1.15, "pot_life_min": 60.0, "full_cure_min": 10080.0}, {"at_c": 21.0, "kind": "liquid_30", "name": "Lake clear 30", "parts_a": 1.0, "parts_b": 1.0, "set_min": 120.0, "handle_min": 720.0, "density_g_ml": 1.15, "pot_life_min": 30.0, "full_cure_min": 4320.0}, {"at_c": 21.0, "kind": "high_temperature", "name": "Forge high-heat", "parts_a": 2.0, "parts_b": 1.0, "set_min": 480.0, "handle_min": 1440.0, "density_g_ml": 1.4, "pot_life_min": 45.0, "full_cure_min": 10080.0}], "guides_on": false, "candidates": [], "steps_done": ["spine", "scuff", "arbor:seat", "part:rear", "part:seat", "part:fore", "part:check", "part:cap"], "tip_closed": false, "passes_made": [], "clearance_mm": 0.15, "school_reason": "", "glue_temperature_c": 21.0}, "number": "TP-041", "schema_version": 2}
2	482529a4-f25d-4383-b710-01704a52e90b	1	\N	new build	f	2026-11-27 06:27:49.813014+00	{"done": ["blank"], "name": "Holm Casting", "note": "", "rule": "mm/1", "batch": "", "blank": {"name": "Tarn 610 MH", "joints": [], "mass_g": null, "static": [{"at_mm": null, "drop_mm": 181.0, "clamp_mm": 300.0, "weight_g": 100.0, "angle_deg": null}, {"at_mm": null, "drop_mm": 395.0, "clamp_mm": 300.0, "weight_g": 250.0, "angle_deg": null}, {"at_mm": 1354.0, "drop_mm": 62.0, "clamp_mm": 300.0, "weight_g": 400.0, "angle_deg": null}], "material": "carbon", "readings": [{"od_mm": 12.94, "station_mm": 0.0, "uncertainty_mm": 0.05}, {"od_mm": 12.61, "station_mm": 100.0, "uncertainty_mm": 0.05}, {"od_mm": 12.22, "station_mm": 200.0, "uncertainty_mm": 0.05}, {"od_mm": 11.8, "station_mm": 300.0, "uncertainty_mm": 0.05}, {"od_mm": 11.35, "station_mm": 400.0, "uncertainty_mm": 0.05}, {"od_mm": 9.82, "station_mm": 700.0, "uncertainty_mm": 0.05}, {"od_mm": 8.11, "station_mm": 1000.0, "uncertainty_mm": 0.05}, {"od_mm": 6.44, "station_mm": 1300.0, "uncertainty_mm": 0.05}, {"od_mm": 4.72, "station_mm": 1600.0, "uncertainty_mm": 0.05}, {"od_mm": 2.93, "station_mm": 1900.0, "uncertainty_mm": 0.05}, {"od_mm": 2.02, "station_mm": 2080.0, "uncertainty_mm": 0.05}], "length_mm": 2083.0, "label_line": "", "label_lure": "10 to 30 g", "label_power": "medium heavy", "trim_tip_mm": 0.0, "label_action": "fast", "trim_butt_mm": 0.0, "tip_tube_64ths": null}, "brief": {"who": "Small hands, a sore wrist", "why": "Light in the hand, balanced at the reel", "cold": false, "what": "Pike-perch on soft baits, 10 to 30 g", "where": "Reed edges and old pilings", "rod_type": "casting"}, "spine": {"flat": [], "line": "deeper", "drops": [{"drop_mm": 39.5, "angle_deg": 0.0}, {"drop_mm": 40.4, "angle_deg": 30.0}, {"drop_mm": 42.0, "angle_deg": 60.0}, {"drop_mm": 42.9, "angle_deg": 90.0}, {"drop_mm": 43.4, "angle_deg": 120.0}, {"drop_mm": 43.6, "angle_deg": 150.0}, {"drop_mm": 42.6, "angle_deg": 180.0}, {"drop_mm": 41.6, "angle_deg": 210.0}, {"drop_mm": 40.1, "angle_deg": 240.0}, {"drop_mm": 38.8, "angle_deg": 270.0}, {"drop_mm": 38.5, "angle_deg": 300.0}, {"drop_mm": 38.3, "angle_deg": 330.0}, {"drop_mm": 39.4, "angle_deg": 0.0}, {"drop_mm": 40.7, "angle_deg": 30.0}, {"drop_mm": 41.8, "angle_deg": 60.0}], "reason": "", "school": "resting_line", "trials": [{"at": null, "by": "", "snap": 2, "zone": "whole", "section": 0, "angle_deg": 128.0}, {"at": null, "by": "", "snap": 2, "zone": "whole", "section": 0, "angle_deg": 121.0}, {"at": null, "by": "", "snap": 2, "zone": "whole", "section": 0, "angle_deg": 133.0}, {"at": null, "by": "", "snap": 2, "zone": "whole", "section": 0, "angle_deg": 126.0}], "clamp_mm": 300.0, "weight_g": 100.0, "decide_by": null, "guides_on": null, "label_deg": 0.0, "taped_side": "outside", "own_line_deg": null}, "client": "E. Holmvik", "finish": {"laid": [], "coats": 2, "blank_c": null, "product": {"at_c": 21.0, "kind": "regular", "name": "Lake slow-turn finish", "parts_a": 1.0, "parts_b": 1.0, "set_min": 480.0, "handle_min": 1440.0, "rotate_min": 360.0, "pot_life_min": 25.0, "full_cure_min": 10080.0, "recoat_opens_min": 1440.0, "recoat_closes_min": 2880.0}, "loss_factor": 1.5, "film_first_mm": 0.2, "temperature_c": 17.0, "syringe_step_ml": 0.1, "humidity_percent": 60.0, "ratio_error_percent": 3.0}, "format": "wise-spool-build", "guides": {"bend": {"load_g": 300.0, "friction": 0.0, "pull_deg": 90.0, "own_weight": false}, "reel": {"name": "low-profile reel", "mass_g": null, "guessed": true, "spool_mm": 48.0, "tilt_deg": 4.0, "height_mm": 55.0, "lip_ahead_mm": 18.0}, "train": [{"at": null, "id": "g1", "feet": "single", "built": null, "mass_g": null, "thread": "rowan", "ring_mm": 5.0, "height_mm": 9.0, "foot_tip_mm": 0.0, "foot_butt_mm": 11.0}, {"at": null, "id": "g2", "feet": "single", "built": null, "mass_g": null, "thread": "rowan", "ring_mm": 5.0, "height_mm": 9.0, "foot_tip_mm": 0.0, "foot_butt_mm": 11.0}, {"at": null, "id": "g3", "feet": "single", "built": null, "mass_g": null, "thread": "rowan", "ring_mm": 5.0, "height_mm": 9.0, "foot_tip_mm": 0.0, "foot_butt_mm": 11.0}, {"at": null, "id": "g4", "feet": "single", "built": null, "mass_g": null, "thread": "rowan", "ring_mm": 5.0, "height_mm": 9.0, "foot_tip_mm": 0.0, "foot_butt_mm": 11.0}, {"at": null, "id": "g5", "feet": "single", "built": null, "mass_g": null, "thread": "rowan", "ring_mm": 5.0, "height_mm": 9.0, "foot_tip_mm": 0.0, "foot_butt_mm": 11.0}, {"at": null, "id": "g6", "feet": "single", "built": null, "mass_g": null, "thread": "rowan", "ring_mm": 5.0, "height_mm": 9.0, "foot_tip_mm": 0.0, "foot_butt_mm": 11.0}, {"at": null, "id": "g7", "feet": "double", "built": null, "mass_g": null, "thread": "rowan", "ring_mm": 6.0, "height_mm": 10.0, "foot_tip_mm": 12.0, "foot_butt_mm": 12.0}, {"at": null, "id": "g8", "feet": "double", "built": null, "mass_g": null, "thread": "rowan", "ring_mm": 10.0, "height_mm": 14.0, "foot_tip_mm": 15.0, "foot_butt_mm": 15.0}], "tip_top": {"ring_mm": 5.0, "height_mm": 8.0, "ring_ahead_mm": 8.0}, "mark_from": "tip_top_ring", "mark_under": "ring_centre", "static_test": null, "first_gap_mm": 95.0}, "handle": {"parts": [{"id": "cap", "kind": "butt_cap", "name": "cork butt cap", "seat": null, "inside": [], "mass_g": null, "on_rod": false, "turned": false, "adhesive": "", "material": "cork", "length_mm": 20.0, "od_tip_mm": 26.0, "od_butt_mm": 27.0, "overlap_mm": 0.0, "bore_tip_mm": null, "power_drill": false, "tenon_od_mm": null, "bore_butt_mm": 12.5, "closed_end_mm": 8.0, "gap_before_mm": 0.0}, {"id": "rear", "kind": "rear_grip", "name": "short rear grip", "seat": null, "inside": [], "mass_g": null, "on_rod": false, "turned": false, "adhesive": "", "material": "cork", "length_mm": 62.0, "od_tip_mm": 23.0, "od_butt_mm": 26.0, "overlap_mm": 0.0, "bore_tip_mm": 9.5, "power_drill": false, "tenon_od_mm": null, "bore_butt_mm": 9.5, "closed_end_mm": 0.0, "gap_before_mm": 0.0}, {"id": "seat", "kind": "reel_seat", "name": "trigger seat, size 16", "seat": {"locks": "up", "steps": [], "bore_mm": 16.0, "end_cap_mm": 0.0, "open_to_mm": null, "trigger_mm": 72.0, "open_from_mm": null, "usable_to_mm": 118.0, "foot_centre_mm": 66.0, "usable_from_mm": 6.0}, "inside": [], "mass_g": null, "on_rod": false, "turned": false, "adhesive": "", "material": "graphite", "length_mm": 126.0, "od_tip_mm": 22.0, "od_butt_mm": 23.0, "overlap_mm": 0.0, "bore_tip_mm": null, "power_drill": false, "tenon_od_mm": null, "bore_butt_mm": null, "closed_end_mm": 0.0, "gap_before_mm": 96.0}, {"id": "fore", "kind": "foregrip", "name": "thin foregrip", "seat": null, "inside": [], "mass_g": null, "on_rod": false, "turned": false, "adhesive": "", "material": "cork", "length_mm": 30.0, "od_tip_mm": 15.0, "od_butt_mm": 20.0, "overlap_mm": 0.0, "bore_tip_mm": 9.5, "power_drill": false, "tenon_od_mm": null, "bore_butt_mm": 9.5, "closed_end_mm": 0.0, "gap_before_mm": 0.0}, {"id": "check", "kind": "winding_check", "name": "winding check", "seat": null, "inside": [], "mass_g": null, "on_rod": false, "turned": false, "adhesive": "", "material": "metal", "length_mm": 2.5, "od_tip_mm": 13.0, "od_butt_mm": 14.5, "overlap_mm": 0.0, "bore_tip_mm": null, "power_drill": false, "tenon_od_mm": null, "bore_butt_mm": 11.8, "closed_end_mm": 0.0, "gap_before_mm": 0.0}], "stock": {"kerf_mm": 2.5, "side_mm": 38.0, "facing_mm": 1.0, "lengths_mm": [], "mandrel_mm": null, "sanding_mm": 0.4}, "arbors": {"school": "tape_3", "bands_at_mm": [], "glue_gap_mm": 0.05, "sleeve_od_mm": null, "band_width_mm": 13.0, "tape_measured": null, "front_recess_mm": 8.0, "tape_thickness_mm": 0.15}, "drills": [{"name": "6 mm", "diameter_mm": 6.0}, {"name": "7 mm", "diameter_mm": 7.0}, {"name": "8 mm", "diameter_mm": 8.0}, {"name": "9 mm", "diameter_mm": 9.0}, {"name": "10 mm", "diameter_mm": 10.0}, {"name": "11 mm", "diameter_mm": 11.0}, {"name": "12 mm", "diameter_mm": 12.0}, {"name": "13 mm", "diameter_mm": 13.0}, {"name": "14 mm", "diameter_mm": 14.0}, {"name": "16 mm", "diameter_mm": 16.0}], "control": null, "reamers": [{"name": "slim reamer", "large_mm": 9.5, "small_mm": 4.0, "length_mm": 420.0}, {"name": "long reamer", "large_mm": 14.0, "small_mm": 8.0, "length_mm": 640.0}, {"name": "stout reamer", "large_mm": 20.0, "small_mm": 12.0, "length_mm": 520.0}], "assembly": "tip_down", "dry_fits": [{"note": "", "passes": 0, "part_id": "cap", "short_mm": 70.0, "bore_tip_mm": null, "bore_butt_mm": 12.5}], "no_check": false, "adhesives": [{"at_c": 21.0, "kind": "paste", "name": "Boathouse slow paste", "parts_a": 1.0, "parts_b": 1.0, "set_min": 360.0, "handle_min": 1440.0, "density_g_ml": 1.15, "pot_life_min": 60.0, "full_cure_min": 10080.0}, {"at_c": 21.0, "kind": "liquid_30", "name": "Lake clear 30", "parts_a": 1.0, "parts_b": 1.0, "set_min": 120.0, "handle_min": 720.0, "density_g_ml": 1.15, "pot_life_min": 30.0, "full_cure_min": 4320.0}, {"at_c": 21.0, "kind": "high_temperature", "name": "Forge high-heat", "parts_a": 2.0, "parts_b": 1.0, "set_min": 480.0, "handle_min": 1440.0, "density_g_ml": 1.4, "pot_life_min": 45.0, "full_cure_min": 10080.0}], "guides_on": false, "candidates": [{"id": "c1", "kind": "reel_seat", "name": "Tern seat, size 15", "seat": {"locks": "up", "steps": [], "bore_mm": 15.0, "end_cap_mm": 0.0, "open_to_mm": null, "trigger_mm": null, "open_from_mm": null, "usable_to_mm": 104.0, "foot_centre_mm": 55.0, "usable_from_mm": 4.0}, "inside": [], "mass_g": null, "on_rod": false, "turned": false, "adhesive": "", "material": "graphite", "length_mm": 110.0, "od_tip_mm": 21.0, "od_butt_mm": 22.0, "overlap_mm": 0.0, "bore_tip_mm": null, "power_drill": false, "tenon_od_mm": null, "bore_butt_mm": null, "closed_end_mm": 0.0, "gap_before_mm": 0.0}, {"id": "c2", "kind": "reel_seat", "name": "Tern seat, size 16", "seat": {"locks": "up", "steps": [], "bore_mm": 16.0, "end_cap_mm": 0.0, "open_to_mm": null, "trigger_mm": 62.0, "open_from_mm": null, "usable_to_mm": 106.0, "foot_centre_mm": 56.0, "usable_from_mm": 4.0}, "inside": [], "mass_g": null, "on_rod": false, "turned": false, "adhesive": "", "material": "graphite", "length_mm": 112.0, "od_tip_mm": 22.0, "od_butt_mm": 23.0, "overlap_mm": 0.0, "bore_tip_mm": null, "power_drill": false, "tenon_od_mm": null, "bore_butt_mm": null, "closed_end_mm": 0.0, "gap_before_mm": 0.0}, {"id": "c3", "kind": "reel_seat", "name": "Tern seat, size 17", "seat": {"locks": "up", "steps": [{"to_mm": 50.0, "bore_mm": 14.8, "from_mm": 44.0}], "bore_mm": 17.0, "end_cap_mm": 0.0, "open_to_mm": null, "trigger_mm": null, "open_from_mm": null, "usable_to_mm": 112.0, "foot_centre_mm": 59.0, "usable_from_mm": 4.0}, "inside": [], "mass_g": null, "on_rod": false, "turned": false, "adhesive": "", "material": "graphite", "length_mm": 118.0, "od_tip_mm": 23.0, "od_butt_mm": 24.0, "overlap_mm": 0.0, "bore_tip_mm": null, "power_drill": false, "tenon_od_mm": null, "bore_butt_mm": null, "closed_end_mm": 0.0, "gap_before_mm": 0.0}, {"id": "c4", "kind": "winding_check", "name": "brass check 10.6", "seat": null, "inside": [], "mass_g": null, "on_rod": false, "turned": false, "adhesive": "", "material": "metal", "length_mm": 3.0, "od_tip_mm": 12.6, "od_butt_mm": 14.6, "overlap_mm": 0.0, "bore_tip_mm": null, "power_drill": false, "tenon_od_mm": null, "bore_butt_mm": 10.6, "closed_end_mm": 0.0, "gap_before_mm": 0.0}, {"id": "c5", "kind": "winding_check", "name": "brass check 11.1", "seat": null, "inside": [], "mass_g": null, "on_rod": false, "turned": false, "adhesive": "", "material": "metal", "length_mm": 3.0, "od_tip_mm": 13.1, "od_butt_mm": 15.1, "overlap_mm": 0.0, "bore_tip_mm": null, "power_drill": false, "tenon_od_mm": null, "bore_butt_mm": 11.1, "closed_end_mm": 0.0, "gap_before_mm": 0.0}, {"id": "c6", "kind": "winding_check", "name": "brass check 11.8", "seat": null, "inside": [], "mass_g": null, "on_rod": false, "turned": false, "adhesive": "", "material": "metal", "length_mm": 3.0, "od_tip_mm": 13.8, "od_butt_mm": 15.8, "overlap_mm": 0.0, "bore_tip_mm": null, "power_drill": false, "tenon_od_mm": null, "bore_butt_mm": 11.8, "closed_end_mm": 0.0, "gap_before_mm": 0.0}, {"id": "c7", "kind": "winding_check", "name": "brass check 12.4", "seat": null, "inside": [], "mass_g": null, "on_rod": false, "turned": false, "adhesive": "", "material": "metal", "length_mm": 3.0, "od_tip_mm": 14.4, "od_butt_mm": 16.4, "overlap_mm": 0.0, "bore_tip_mm": null, "power_drill": false, "tenon_od_mm": null, "bore_butt_mm": 12.4, "closed_end_mm": 0.0, "gap_before_mm": 0.0}], "steps_done": [], "tip_closed": false, "passes_made": [], "clearance_mm": 0.15, "school_reason": "", "glue_temperature_c": 21.0}, "number": "TP-044", "schema_version": 2}
3	0febe3fe-e461-4b18-9300-fef61b2e0c59	1	\N	new build	f	2026-11-27 06:27:49.829892+00	{"done": ["blank", "spine", "handle", "guides"], "name": "Beacon, rod 1 of 2", "note": "", "rule": "in/16", "batch": "", "blank": {"name": "Fyrlykt 79 ML, four-piece", "joints": [{"kind": "sleeve", "overlap_mm": 45.0, "station_mm": 590.55}, {"kind": "sleeve", "overlap_mm": 45.0, "station_mm": 1181.1}, {"kind": "sleeve", "overlap_mm": 45.0, "station_mm": 1771.65}], "mass_g": null, "static": [], "material": "carbon", "readings": [{"od_mm": 11.42, "station_mm": 0.0, "uncertainty_mm": 0.05}, {"od_mm": 10.94, "station_mm": 200.0, "uncertainty_mm": 0.05}, {"od_mm": 10.15, "station_mm": 450.0, "uncertainty_mm": 0.05}, {"od_mm": 9.8, "station_mm": 570.0, "uncertainty_mm": 0.05}, {"od_mm": 10.21, "station_mm": 600.0, "uncertainty_mm": 0.05}, {"od_mm": 8.73, "station_mm": 900.0, "uncertainty_mm": 0.05}, {"od_mm": 7.62, "station_mm": 1160.0, "uncertainty_mm": 0.05}, {"od_mm": 8.04, "station_mm": 1200.0, "uncertainty_mm": 0.05}, {"od_mm": 6.35, "station_mm": 1500.0, "uncertainty_mm": 0.05}, {"od_mm": 5.16, "station_mm": 1750.0, "uncertainty_mm": 0.05}, {"od_mm": 5.55, "station_mm": 1790.0, "uncertainty_mm": 0.05}, {"od_mm": 3.62, "station_mm": 2050.0, "uncertainty_mm": 0.05}, {"od_mm": 1.88, "station_mm": 2355.0, "uncertainty_mm": 0.05}], "length_mm": 2362.2, "label_line": "", "label_lure": "5 to 20 g", "label_power": "medium light", "trim_tip_mm": 0.0, "label_action": "moderate", "trim_butt_mm": 0.0, "tip_tube_64ths": 5.0}, "brief": {"who": "Travels light, fishes from quays", "why": "Two alike, so a broken one ends no trip", "cold": false, "what": "Perch and trout, 5 to 20 g", "where": "Wherever the ferry lies over", "rod_type": "spinning"}, "spine": {"flat": [], "line": "deeper", "drops": [], "reason": "", "school": "resting_line", "trials": [{"at": null, "by": "", "snap": 2, "zone": "whole", "section": 0, "angle_deg": 302.0}, {"at": null, "by": "", "snap": 2, "zone": "whole", "section": 0, "angle_deg": 306.0}, {"at": null, "by": "", "snap": 2, "zone": "whole", "section": 0, "angle_deg": 299.0}, {"at": null, "by": "", "snap": 2, "zone": "whole", "section": 0, "angle_deg": 304.0}, {"at": null, "by": "", "snap": 2, "zone": "whole", "section": 0, "angle_deg": 301.0}, {"at": null, "by": "", "snap": 2, "zone": "whole", "section": 0, "angle_deg": 305.0}, {"at": null, "by": "", "snap": 2, "zone": "whole", "section": 1, "angle_deg": 14.0}, {"at": null, "by": "", "snap": 2, "zone": "whole", "section": 1, "angle_deg": 17.0}, {"at": null, "by": "", "snap": 2, "zone": "whole", "section": 1, "angle_deg": 11.0}, {"at": null, "by": "", "snap": 2, "zone": "whole", "section": 1, "angle_deg": 15.0}, {"at": null, "by": "", "snap": 2, "zone": "whole", "section": 1, "angle_deg": 13.0}, {"at": null, "by": "", "snap": 2, "zone": "whole", "section": 2, "angle_deg": 221.0}, {"at": null, "by": "", "snap": 2, "zone": "whole", "section": 2, "angle_deg": 226.0}, {"at": null, "by": "", "snap": 2, "zone": "whole", "section": 2, "angle_deg": 219.0}, {"at": null, "by": "", "snap": 2, "zone": "whole", "section": 2, "angle_deg": 224.0}, {"at": null, "by": "", "snap": 2, "zone": "whole", "section": 2, "angle_deg": 223.0}, {"at": null, "by": "", "snap": 2, "zone": "whole", "section": 3, "angle_deg": 88.0}, {"at": null, "by": "", "snap": 2, "zone": "whole", "section": 3, "angle_deg": 84.0}, {"at": null, "by": "", "snap": 2, "zone": "whole", "section": 3, "angle_deg": 90.0}, {"at": null, "by": "", "snap": 2, "zone": "whole", "section": 3, "angle_deg": 87.0}, {"at": null, "by": "", "snap": 2, "zone": "whole", "section": 3, "angle_deg": 86.0}, {"at": null, "by": "", "snap": 2, "zone": "whole", "section": 4, "angle_deg": 300.0}, {"at": null, "by": "", "snap": 2, "zone": "whole", "section": 4, "angle_deg": 296.0}, {"at": null, "by": "", "snap": 2, "zone": "whole", "section": 4, "angle_deg": 303.0}, {"at": null, "by": "", "snap": 2, "zone": "whole", "section": 4, "angle_deg": 299.0}, {"at": null, "by": "", "snap": 2, "zone": "whole", "section": 4, "angle_deg": 301.0}], "clamp_mm": 300.0, "weight_g": 100.0, "decide_by": null, "guides_on": null, "label_deg": null, "taped_side": "outside", "own_line_deg": null}, "client": "The ferry pilot", "finish": {"laid": [{"dryer": "double dryer", "mixed_at": "2026-03-02T03:50:00Z", "temperature_c": 20.0}], "coats": 2, "blank_c": null, "product": {"at_c": 21.0, "kind": "regular", "name": "Lake slow-turn finish", "parts_a": 1.0, "parts_b": 1.0, "set_min": 480.0, "handle_min": 1440.0, "rotate_min": 360.0, "pot_life_min": 25.0, "full_cure_min": 10080.0, "recoat_opens_min": 1440.0, "recoat_closes_min": 2880.0}, "loss_factor": 1.5, "film_first_mm": 0.2, "temperature_c": 21.0, "syringe_step_ml": 0.1, "humidity_percent": 52.0, "ratio_error_percent": 3.0}, "format": "wise-spool-build", "guides": {"bend": {"load_g": 300.0, "friction": 0.0, "pull_deg": 90.0, "own_weight": false}, "reel": {"name": "2500-size spinning reel", "mass_g": null, "guessed": false, "spool_mm": 48.0, "tilt_deg": 4.0, "height_mm": 66.0, "lip_ahead_mm": 55.0}, "train": [{"at": {"datum": "tip_top_ring", "distance_mm": 98.425}, "id": "g1", "feet": "single", "built": null, "mass_g": null, "thread": "beacon red", "ring_mm": 5.0, "height_mm": 9.0, "foot_tip_mm": 0.0, "foot_butt_mm": 11.0}, {"at": {"datum": "tip_top_ring", "distance_mm": 209.55}, "id": "g2", "feet": "single", "built": null, "mass_g": null, "thread": "beacon red", "ring_mm": 5.0, "height_mm": 9.0, "foot_tip_mm": 0.0, "foot_butt_mm": 11.0}, {"at": {"datum": "tip_top_ring", "distance_mm": 336.55}, "id": "g3", "feet": "single", "built": null, "mass_g": null, "thread": "beacon red", "ring_mm": 5.0, "height_mm": 9.0, "foot_tip_mm": 0.0, "foot_butt_mm": 11.0}, {"at": {"datum": "tip_top_ring", "distance_mm": 479.425}, "id": "g4", "feet": "single", "built": null, "mass_g": null, "thread": "beacon red", "ring_mm": 5.5, "height_mm": 10.0, "foot_tip_mm": 0.0, "foot_butt_mm": 12.0}, {"at": {"datum": "tip_top_ring", "distance_mm": 647.7}, "id": "g5", "feet": "single", "built": null, "mass_g": null, "thread": "beacon red", "ring_mm": 5.5, "height_mm": 11.0, "foot_tip_mm": 0.0, "foot_butt_mm": 12.0}, {"at": {"datum": "tip_top_ring", "distance_mm": 841.375}, "id": "g6", "feet": "double", "built": null, "mass_g": null, "thread": "beacon red", "ring_mm": 8.0, "height_mm": 17.0, "foot_tip_mm": 14.0, "foot_butt_mm": 14.0}, {"at": {"datum": "tip_top_ring", "distance_mm": 1076.325}, "id": "g7", "feet": "double", "built": null, "mass_g": null, "thread": "beacon red", "ring_mm": 12.0, "height_mm": 26.0, "foot_tip_mm": 17.0, "foot_butt_mm": 17.0}, {"at": {"datum": "tip_top_ring", "distance_mm": 1384.3}, "id": "g8", "feet": "double", "built": null, "mass_g": null, "thread": "beacon red", "ring_mm": 20.0, "height_mm": 38.0, "foot_tip_mm": 22.0, "foot_butt_mm": 22.0}], "tip_top": {"ring_mm": 5.0, "height_mm": 8.0, "ring_ahead_mm": 8.0}, "mark_from": "tip_top_ring", "mark_under": "ring_centre", "static_test": null, "first_gap_mm": 101.6}, "handle": {"parts": [{"id": "cap", "kind": "butt_cap", "name": "cork butt cap", "seat": null, "inside": [], "mass_g": null, "on_rod": false, "turned": false, "adhesive": "", "material": "cork", "length_mm": 18.0, "od_tip_mm": 26.0, "od_butt_mm": 26.0, "overlap_mm": 0.0, "bore_tip_mm": null, "power_drill": false, "tenon_od_mm": null, "bore_butt_mm": 11.6, "closed_end_mm": 7.0, "gap_before_mm": 0.0}, {"id": "rear", "kind": "rear_grip", "name": "rear grip", "seat": null, "inside": [], "mass_g": null, "on_rod": false, "turned": false, "adhesive": "", "material": "cork", "length_mm": 185.0, "od_tip_mm": 22.0, "od_butt_mm": 26.0, "overlap_mm": 0.0, "bore_tip_mm": 11.15, "power_drill": false, "tenon_od_mm": null, "bore_butt_mm": 11.55, "closed_end_mm": 0.0, "gap_before_mm": 0.0}, {"id": "seat", "kind": "reel_seat", "name": "reel seat, size 16", "seat": {"locks": "up", "steps": [], "bore_mm": 15.5, "end_cap_mm": 0.0, "open_to_mm": null, "trigger_mm": null, "open_from_mm": null, "usable_to_mm": 106.0, "foot_centre_mm": 54.0, "usable_from_mm": 4.0}, "inside": [], "mass_g": null, "on_rod": false, "turned": false, "adhesive": "", "material": "graphite", "length_mm": 112.0, "od_tip_mm": 21.0, "od_butt_mm": 22.0, "overlap_mm": 0.0, "bore_tip_mm": null, "power_drill": false, "tenon_od_mm": null, "bore_butt_mm": null, "closed_end_mm": 0.0, "gap_before_mm": 0.0}, {"id": "fore", "kind": "foregrip", "name": "foregrip", "seat": null, "inside": [], "mass_g": null, "on_rod": false, "turned": false, "adhesive": "", "material": "cork", "length_mm": 42.0, "od_tip_mm": 15.0, "od_butt_mm": 21.0, "overlap_mm": 0.0, "bore_tip_mm": 10.6, "power_drill": false, "tenon_od_mm": null, "bore_butt_mm": 10.75, "closed_end_mm": 0.0, "gap_before_mm": 0.0}, {"id": "check", "kind": "winding_check", "name": "winding check", "seat": null, "inside": [], "mass_g": null, "on_rod": false, "turned": false, "adhesive": "", "material": "metal", "length_mm": 2.5, "od_tip_mm": 12.5, "od_butt_mm": 14.0, "overlap_mm": 0.0, "bore_tip_mm": null, "power_drill": false, "tenon_od_mm": null, "bore_butt_mm": 10.6, "closed_end_mm": 0.0, "gap_before_mm": 0.0}], "stock": {"kerf_mm": 2.5, "side_mm": 38.0, "facing_mm": 1.0, "lengths_mm": [], "mandrel_mm": null, "sanding_mm": 0.4}, "arbors": {"school": "tape_3", "bands_at_mm": [], "glue_gap_mm": 0.05, "sleeve_od_mm": null, "band_width_mm": 13.0, "tape_measured": null, "front_recess_mm": 8.0, "tape_thickness_mm": 0.15}, "drills": [{"name": "6 mm", "diameter_mm": 6.0}, {"name": "7 mm", "diameter_mm": 7.0}, {"name": "8 mm", "diameter_mm": 8.0}, {"name": "9 mm", "diameter_mm": 9.0}, {"name": "10 mm", "diameter_mm": 10.0}, {"name": "11 mm", "diameter_mm": 11.0}, {"name": "12 mm", "diameter_mm": 12.0}, {"name": "13 mm", "diameter_mm": 13.0}, {"name": "14 mm", "diameter_mm": 14.0}, {"name": "16 mm", "diameter_mm": 16.0}], "control": null, "reamers": [{"name": "slim reamer", "large_mm": 9.5, "small_mm": 4.0, "length_mm": 420.0}, {"name": "long reamer", "large_mm": 14.0, "small_mm": 8.0, "length_mm": 640.0}, {"name": "stout reamer", "large_mm": 20.0, "small_mm": 12.0, "length_mm": 520.0}], "assembly": "tip_down", "dry_fits": [], "no_check": false, "adhesives": [{"at_c": 21.0, "kind": "paste", "name": "Boathouse slow paste", "parts_a": 1.0, "parts_b": 1.0, "set_min": 360.0, "handle_min": 1440.0, "density_g_ml": 1.15, "pot_life_min": 60.0, "full_cure_min": 10080.0}, {"at_c": 21.0, "kind": "liquid_30", "name": "Lake clear 30", "parts_a": 1.0, "parts_b": 1.0, "set_min": 120.0, "handle_min": 720.0, "density_g_ml": 1.15, "pot_life_min": 30.0, "full_cure_min": 4320.0}, {"at_c": 21.0, "kind": "high_temperature", "name": "Forge high-heat", "parts_a": 2.0, "parts_b": 1.0, "set_min": 480.0, "handle_min": 1440.0, "density_g_ml": 1.4, "pot_life_min": 45.0, "full_cure_min": 10080.0}], "guides_on": false, "candidates": [], "steps_done": [], "tip_closed": false, "passes_made": [], "clearance_mm": 0.15, "school_reason": "", "glue_temperature_c": 21.0}, "number": "TP-038", "schema_version": 2}
\.


--
-- Data for Name: shelf_item; Type: TABLE DATA; Schema: public; Owner: -
--

COPY public.shelf_item (id, kind, name, item, stock, changed_at, put_away_at) FROM stdin;
b6aa076c-7f15-4775-a1fa-9d6ce72cdded	reamer	slim reamer	{"name": "slim reamer", "large_mm": 9.5, "small_mm": 4.0, "length_mm": 420.0}	1	2026-11-27 06:27:49.86044+00	\N
0652e490-1ee0-4e9f-b739-ec27b4fe07a6	reamer	long reamer	{"name": "long reamer", "large_mm": 14.0, "small_mm": 8.0, "length_mm": 640.0}	1	2026-11-27 06:27:49.860972+00	\N
ec2e3eff-e130-4b59-a129-6a6e035d1990	reamer	stout reamer	{"name": "stout reamer", "large_mm": 20.0, "small_mm": 12.0, "length_mm": 520.0}	1	2026-11-27 06:27:49.861264+00	\N
549c8f33-d3a9-4927-adde-f324c94e2f56	drill	6 mm	{"name": "6 mm", "diameter_mm": 6.0}	1	2026-11-27 06:27:49.861516+00	\N
b7103a0c-19f7-4d64-acb4-6bde752de28f	drill	7 mm	{"name": "7 mm", "diameter_mm": 7.0}	1	2026-11-27 06:27:49.861743+00	\N
41f3edcc-0b08-4baa-a238-4d5b3bd7092e	drill	8 mm	{"name": "8 mm", "diameter_mm": 8.0}	1	2026-11-27 06:27:49.861996+00	\N
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
-- Name: ix_revision_build_id; Type: INDEX; Schema: public; Owner: -
--

CREATE INDEX ix_revision_build_id ON public.revision USING btree (build_id);


--
-- Name: ix_shelf_item_kind; Type: INDEX; Schema: public; Owner: -
--

CREATE INDEX ix_shelf_item_kind ON public.shelf_item USING btree (kind);


--
-- Name: revision revision_build_id_fkey; Type: FK CONSTRAINT; Schema: public; Owner: -
--

ALTER TABLE ONLY public.revision
    ADD CONSTRAINT revision_build_id_fkey FOREIGN KEY (build_id) REFERENCES public.build(id);


--
-- PostgreSQL database dump complete
--

\unrestrict 4CaBcwnyIkc21OgGdheZaTJEG9Tz37QRs3LU8EbESVDFPafJEgtDDLge1qhYd4I

