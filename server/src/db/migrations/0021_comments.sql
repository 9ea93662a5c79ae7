CREATE TABLE "entry_comment" (
	"id" text PRIMARY KEY NOT NULL,
	"entry_id" text NOT NULL,
	"thread_id" text NOT NULL,
	"path" jsonb NOT NULL,
	"field_ids" text[] NOT NULL,
	"author_id" text NOT NULL,
	"author_name" text NOT NULL,
	"text" text NOT NULL,
	"mentions" text[] NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"changed_at" timestamp with time zone,
	"resolved_by" text,
	"resolved_at" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "letter" (
	"id" text PRIMARY KEY NOT NULL,
	"to_name" text NOT NULL,
	"to_address" text NOT NULL,
	"subject" text NOT NULL,
	"body" text NOT NULL,
	"link" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "entry_comment" ADD CONSTRAINT "entry_comment_entry_id_fkey" FOREIGN KEY ("entry_id") REFERENCES "public"."entry"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "entry_comment_of_thread" ON "entry_comment" USING btree ("thread_id","created_at");--> statement-breakpoint
CREATE INDEX "entry_comment_of_entry" ON "entry_comment" USING btree ("entry_id","created_at");--> statement-breakpoint
CREATE INDEX "letter_created_at" ON "letter" USING btree ("created_at");