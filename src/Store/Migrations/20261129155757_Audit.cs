using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace SturdyTinker.Store.Migrations
{
    /// <inheritdoc />
    public partial class Audit : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "Content",
                table: "Changes",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "ContentHash",
                table: "Changes",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "Hash",
                table: "Changes",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            // What was written down stays as it is; only what it tells of can be erased.
            migrationBuilder.Sql("""
                CREATE TRIGGER Changes_stay BEFORE DELETE ON Changes
                BEGIN SELECT RAISE(ABORT, 'What was written down stays.'); END;
                CREATE TRIGGER Changes_as_they_are
                BEFORE UPDATE OF Id, At, PersonId, SessionId, What, ContentHash, Hash ON Changes
                BEGIN SELECT RAISE(ABORT, 'What was written down stays as it is.'); END;
                CREATE TRIGGER Changes_erased BEFORE UPDATE OF Content ON Changes WHEN NEW.Content IS NOT NULL
                BEGIN SELECT RAISE(ABORT, 'What was written down is erased or stays.'); END;
                """);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropColumn(
                name: "Content",
                table: "Changes");

            migrationBuilder.DropColumn(
                name: "ContentHash",
                table: "Changes");

            migrationBuilder.DropColumn(
                name: "Hash",
                table: "Changes");
        }
    }
}
