using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Furoshiki.Store.Migrations
{
    /// <inheritdoc />
    public partial class SavedFiles : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            // With its reference in one, so that the table, which the view names, need not be made anew.
            migrationBuilder.Sql(
                """
                ALTER TABLE "Savings" ADD COLUMN "Files" BLOB NULL
                    CONSTRAINT "FK_Savings_Contents_Files" REFERENCES "Contents" ("Digest") ON DELETE RESTRICT;
                """
            );

            migrationBuilder.CreateIndex(
                name: "IX_Savings_Files",
                table: "Savings",
                column: "Files"
            );

            migrationBuilder.Sql(
                """
                DROP VIEW "ContentRoots";
                CREATE VIEW "ContentRoots" ("Digest", "Owner") AS
                    SELECT "Look", 'saving ' || "Id" FROM "Savings"
                    UNION ALL SELECT "Map", 'saving ' || "Id" FROM "Savings"
                    UNION ALL SELECT "Maps", 'saving ' || "Id" FROM "Savings" WHERE "Maps" IS NOT NULL
                    UNION ALL SELECT "Files", 'saving ' || "Id" FROM "Savings" WHERE "Files" IS NOT NULL
                    UNION ALL SELECT "Screenshot", 'profile ' || "Id" FROM "Profiles" WHERE "Screenshot" IS NOT NULL
                    UNION ALL SELECT "Tree", 'safe state ' || "Id" FROM "SafeStates"
                    UNION ALL SELECT "Look", 'safe state ' || "Id" FROM "SafeStates"
                    UNION ALL SELECT "Map", 'desktop ' || "Id" FROM "Desktops"
                    UNION ALL SELECT "Showing", 'desktop ' || "Id" FROM "Desktops" WHERE "Showing" IS NOT NULL
                    UNION ALL SELECT "Tree", 'aside ' || "Id" FROM "Asides"
                    UNION ALL SELECT "Index", 'source ' || "Id" FROM "Sources" WHERE "Index" IS NOT NULL
                    UNION ALL SELECT "Says", 'supply ' || "Id" FROM "Supplies"
                    UNION ALL SELECT "Files", 'supply ' || "Id" FROM "Supplies"
                    UNION ALL SELECT "Move", 'fitting ' || "FittingId" FROM "FittingMoves"
                    UNION ALL SELECT "Digest", 'switch ' || "SwitchId" FROM "SwitchContents";
                """
            );
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder) =>
            throw new NotSupportedException("A database is not brought back to an earlier form.");
    }
}
