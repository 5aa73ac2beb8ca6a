CREATE TABLE "person" (
	"id" uuid PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"eye_height_m" double precision,
	"pace_m" double precision,
	"pace_error_m" double precision,
	"observer" text NOT NULL,
	"device" text NOT NULL,
	"write_digest" text NOT NULL,
	"recorded_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "person_eye" CHECK ("person"."eye_height_m" is null or "person"."eye_height_m" between 0.5 and 2.5),
	CONSTRAINT "person_pace" CHECK ("person"."pace_m" is null or "person"."pace_m" between 0.3 and 2.5),
	CONSTRAINT "person_pace_error" CHECK ("person"."pace_error_m" is null or "person"."pace_error_m" between 0 and 0.5)
);
--> statement-breakpoint
CREATE INDEX "person_name" ON "person" USING btree ("name");