CREATE TABLE "import" (
	"id" uuid PRIMARY KEY NOT NULL,
	"survey_id" uuid NOT NULL,
	"added" integer NOT NULL,
	"changed" integer NOT NULL,
	"removed" integer NOT NULL,
	"plots" integer NOT NULL,
	"made_at" timestamp with time zone NOT NULL,
	"undone_at" timestamp with time zone,
	"undone_by" text,
	"observer" text NOT NULL,
	"device" text NOT NULL,
	"write_digest" text NOT NULL,
	"recorded_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "import_undone" CHECK (num_nonnulls("import"."undone_at", "import"."undone_by") in (0, 2))
);
--> statement-breakpoint
ALTER TABLE "import" ADD CONSTRAINT "import_survey_id_survey_id_fk" FOREIGN KEY ("survey_id") REFERENCES "public"."survey"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "import_of_survey" ON "import" USING btree ("survey_id","made_at");--> statement-breakpoint
CREATE INDEX "correction_of_write" ON "correction" USING btree ("write_digest");--> statement-breakpoint
CREATE INDEX "tree_of_write" ON "tree" USING btree ("survey_id","write_digest");