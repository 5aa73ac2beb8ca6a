CREATE TABLE "wood_setting" (
	"id" uuid PRIMARY KEY NOT NULL,
	"survey_id" uuid NOT NULL,
	"replaces" uuid,
	"settings" jsonb NOT NULL,
	"made_at" timestamp with time zone NOT NULL,
	"observer" text NOT NULL,
	"device" text NOT NULL,
	"write_digest" text NOT NULL,
	"recorded_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "wood_setting_of_survey" UNIQUE("survey_id","id"),
	CONSTRAINT "wood_setting_once" UNIQUE NULLS NOT DISTINCT("survey_id","replaces")
);
--> statement-breakpoint
ALTER TABLE "wood_setting" ADD CONSTRAINT "wood_setting_survey_id_survey_id_fk" FOREIGN KEY ("survey_id") REFERENCES "public"."survey"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "wood_setting" ADD CONSTRAINT "wood_setting_before" FOREIGN KEY ("survey_id","replaces") REFERENCES "public"."wood_setting"("survey_id","id") ON DELETE no action ON UPDATE no action;